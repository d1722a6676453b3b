CREATE TABLE "another_look" (
	"id" uuid PRIMARY KEY NOT NULL,
	"hand_in_id" uuid NOT NULL,
	"reasons" jsonb NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"outcome" text,
	"answer" text DEFAULT '' NOT NULL,
	"answered_by" text,
	"answered_at" timestamp with time zone,
	CONSTRAINT "another_look_outcome_known" CHECK ("another_look"."outcome" in ('stays', 'changed', 'again'))
);
--> statement-breakpoint
CREATE TABLE "release_time" (
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"set_by" text NOT NULL,
	"problem" text,
	CONSTRAINT "release_time_course_id_lesson_id_pk" PRIMARY KEY("course_id","lesson_id")
);
--> statement-breakpoint
CREATE TABLE "saved_remark" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"criterion_id" uuid,
	"words" text NOT NULL,
	"points" integer,
	"used" integer DEFAULT 0 NOT NULL,
	"saved_by" text,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "hides_name" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "returned" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "another_look" ADD CONSTRAINT "another_look_hand_in_id_hand_in_id_fk" FOREIGN KEY ("hand_in_id") REFERENCES "public"."hand_in"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "another_look" ADD CONSTRAINT "another_look_answered_by_user_id_fk" FOREIGN KEY ("answered_by") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_time" ADD CONSTRAINT "release_time_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_time" ADD CONSTRAINT "release_time_set_by_user_id_fk" FOREIGN KEY ("set_by") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_remark" ADD CONSTRAINT "saved_remark_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_remark" ADD CONSTRAINT "saved_remark_saved_by_user_id_fk" FOREIGN KEY ("saved_by") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "another_look_open" ON "another_look" USING btree ("hand_in_id") WHERE "another_look"."outcome" is null;--> statement-breakpoint
CREATE INDEX "saved_remark_lesson" ON "saved_remark" USING btree ("course_id","lesson_id");--> statement-breakpoint
ALTER TABLE "message" DROP CONSTRAINT "message_occasion_known";--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'result-shown', 'from-result', 'staff-told', 'marked', 'looked-again', 'certificate', 'access-ends')) NOT VALID;--> statement-breakpoint
ALTER TABLE "message_text" DROP CONSTRAINT "message_text_occasion_known";--> statement-breakpoint
ALTER TABLE "message_text" ADD CONSTRAINT "message_text_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'result-shown', 'from-result', 'staff-told', 'marked', 'looked-again', 'certificate', 'access-ends')) NOT VALID;
