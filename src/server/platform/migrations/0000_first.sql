CREATE SEQUENCE "public"."certificate_counter" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1;--> statement-breakpoint
CREATE TABLE "hand_in" (
	"id" uuid PRIMARY KEY NOT NULL,
	"learner_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"edition_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"text" text DEFAULT '' NOT NULL,
	"files" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"state" text NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"handed_in_at" timestamp with time zone,
	"is_late" boolean DEFAULT false NOT NULL,
	"points" integer,
	"remark" text DEFAULT '' NOT NULL,
	"marker_id" text,
	"marked_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "mark_history" (
	"id" uuid PRIMARY KEY NOT NULL,
	"hand_in_id" uuid NOT NULL,
	"marker_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"points" integer,
	"remark" text NOT NULL,
	"finished" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "certificate" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"learner_id" text NOT NULL,
	"edition_id" uuid NOT NULL,
	"number" text NOT NULL,
	"token" text NOT NULL,
	"holder" text NOT NULL,
	"course_title" text NOT NULL,
	"school" text NOT NULL,
	"grade" text,
	"design" jsonb NOT NULL,
	"issued_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"withdrawn_why" text,
	"pdf_hash" text,
	CONSTRAINT "certificate_number_unique" UNIQUE("number"),
	CONSTRAINT "certificate_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "cohort" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"name" text NOT NULL,
	"starts_on" text NOT NULL,
	"zone" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "enrolment" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"learner_id" text NOT NULL,
	"cohort_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"finished_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "grade_decision" (
	"learner_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"points" integer,
	"reason" text NOT NULL,
	"decided_by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "grade_decision_learner_id_lesson_id_pk" PRIMARY KEY("learner_id","lesson_id")
);
--> statement-breakpoint
CREATE TABLE "blob" (
	"hash" text PRIMARY KEY NOT NULL,
	"size" bigint NOT NULL,
	"content_type" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "media" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"title" text NOT NULL,
	"file_name" text NOT NULL,
	"hash" text NOT NULL,
	"state" text NOT NULL,
	"problem" text,
	"seconds" real,
	"width" integer,
	"height" integer,
	"pages" integer,
	"poster_hash" text,
	"play_hash" text,
	"captions" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"alt" text DEFAULT '' NOT NULL,
	"uploaded_by" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "audit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"actor_id" text,
	"course_id" uuid,
	"command" text NOT NULL,
	"sentence" text NOT NULL,
	"changes" jsonb NOT NULL,
	"kind" text DEFAULT 'do' NOT NULL,
	"undone_by" uuid
);
--> statement-breakpoint
CREATE TABLE "course" (
	"id" uuid PRIMARY KEY NOT NULL,
	"slug" text NOT NULL,
	"title" text NOT NULL,
	"description" text NOT NULL,
	"audience" text NOT NULL,
	"promise" text NOT NULL,
	"zone" text NOT NULL,
	"rhythm" jsonb,
	"week_limit" integer NOT NULL,
	"completion" jsonb NOT NULL,
	"missing" text NOT NULL,
	"award" jsonb NOT NULL,
	"live_edition_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "course_slug_unique" UNIQUE("slug")
);
--> statement-breakpoint
CREATE TABLE "edition" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"document" jsonb NOT NULL,
	"hash" text NOT NULL,
	"differences" jsonb NOT NULL,
	"published_by" text NOT NULL,
	"published_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lesson" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"section_id" uuid NOT NULL,
	"order" text NOT NULL,
	"title" text NOT NULL,
	"kind" text NOT NULL,
	"state" text NOT NULL,
	"required" boolean NOT NULL,
	"minutes" integer,
	"text" jsonb,
	"media_id" uuid,
	"downloads" boolean NOT NULL,
	"opens" jsonb,
	"teaser" text NOT NULL,
	"done" jsonb,
	"quiz" jsonb,
	"assignment" jsonb,
	"weight" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "question" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"order" text NOT NULL,
	"kind" text NOT NULL,
	"prompt" text NOT NULL,
	"points" integer NOT NULL,
	"options" jsonb NOT NULL,
	"value" text NOT NULL,
	"tolerance" text NOT NULL,
	"unit" text NOT NULL,
	"feedback_right" text NOT NULL,
	"feedback_wrong" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "section" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"order" text NOT NULL,
	"title" text NOT NULL,
	"opens" jsonb,
	CONSTRAINT "section_id_course" UNIQUE("id","course_id")
);
--> statement-breakpoint
CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "course_staff" (
	"course_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "course_staff_course_id_user_id_pk" PRIMARY KEY("course_id","user_id")
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "school" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"zone" text DEFAULT 'Europe/London' NOT NULL,
	"locale" text DEFAULT 'en-GB' NOT NULL,
	"is_sample" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"user_id" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "sign_in_failure" (
	"email" text PRIMARY KEY NOT NULL,
	"count" integer NOT NULL,
	"last_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"role" text DEFAULT 'learner' NOT NULL,
	"zone" text DEFAULT 'Europe/London' NOT NULL,
	"locale" text DEFAULT 'en-GB' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sitting" (
	"id" uuid PRIMARY KEY NOT NULL,
	"learner_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"edition_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"deadline" timestamp with time zone,
	"handed_in_at" timestamp with time zone,
	"answers" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"points" integer,
	"of" integer
);
--> statement-breakpoint
CREATE TABLE "progress" (
	"learner_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"state" text NOT NULL,
	"done_at" timestamp with time zone,
	"watched" jsonb NOT NULL,
	CONSTRAINT "progress_learner_id_lesson_id_pk" PRIMARY KEY("learner_id","lesson_id")
);
--> statement-breakpoint
CREATE TABLE "statement" (
	"id" uuid PRIMARY KEY NOT NULL,
	"learner_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid,
	"verb" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"body" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "hand_in" ADD CONSTRAINT "hand_in_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_in" ADD CONSTRAINT "hand_in_edition_id_edition_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."edition"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_history" ADD CONSTRAINT "mark_history_hand_in_id_hand_in_id_fk" FOREIGN KEY ("hand_in_id") REFERENCES "public"."hand_in"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "certificate" ADD CONSTRAINT "certificate_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "certificate" ADD CONSTRAINT "certificate_edition_id_edition_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."edition"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_cohort_id_cohort_id_fk" FOREIGN KEY ("cohort_id") REFERENCES "public"."cohort"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "grade_decision" ADD CONSTRAINT "grade_decision_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "media" ADD CONSTRAINT "media_hash_blob_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."blob"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "course" ADD CONSTRAINT "course_live_edition_id_edition_id_fk" FOREIGN KEY ("live_edition_id") REFERENCES "public"."edition"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "edition" ADD CONSTRAINT "edition_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "edition" ADD CONSTRAINT "edition_published_by_user_id_fk" FOREIGN KEY ("published_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_section_id_course_id_section_id_course_id_fk" FOREIGN KEY ("section_id","course_id") REFERENCES "public"."section"("id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_lesson_id_lesson_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lesson"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "section" ADD CONSTRAINT "section_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "course_staff" ADD CONSTRAINT "course_staff_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_edition_id_edition_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."edition"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "progress" ADD CONSTRAINT "progress_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "statement" ADD CONSTRAINT "statement_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "hand_in_number" ON "hand_in" USING btree ("learner_id","lesson_id","number");--> statement-breakpoint
CREATE INDEX "hand_in_queue" ON "hand_in" USING btree ("course_id","state");--> statement-breakpoint
CREATE UNIQUE INDEX "certificate_once" ON "certificate" USING btree ("course_id","learner_id");--> statement-breakpoint
CREATE UNIQUE INDEX "enrolment_once" ON "enrolment" USING btree ("course_id","learner_id");--> statement-breakpoint
CREATE INDEX "media_course" ON "media" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "audit_course" ON "audit" USING btree ("course_id","actor_id","id");--> statement-breakpoint
CREATE UNIQUE INDEX "edition_number" ON "edition" USING btree ("course_id","number");--> statement-breakpoint
CREATE INDEX "lesson_course" ON "lesson" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "question_course" ON "question" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "question_lesson" ON "question" USING btree ("lesson_id");--> statement-breakpoint
CREATE INDEX "section_course" ON "section" USING btree ("course_id");--> statement-breakpoint
CREATE UNIQUE INDEX "sitting_number" ON "sitting" USING btree ("learner_id","lesson_id","number");--> statement-breakpoint
CREATE INDEX "sitting_lesson" ON "sitting" USING btree ("course_id","lesson_id");--> statement-breakpoint
CREATE INDEX "progress_course" ON "progress" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "statement_learner" ON "statement" USING btree ("learner_id","course_id","at");