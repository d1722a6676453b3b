CREATE TABLE "arrived_mail" (
	"id" text PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"recipients" text NOT NULL,
	"source" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "letter" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" text NOT NULL,
	"address" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"html" text NOT NULL,
	"sent_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "message" (
	"id" uuid PRIMARY KEY NOT NULL,
	"deed" text NOT NULL,
	"occasion" text NOT NULL,
	"person_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"enrolment_id" uuid,
	"facts" jsonb NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"why" text,
	"made_at" timestamp with time zone NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"until" timestamp with time zone,
	"tries" integer DEFAULT 0 NOT NULL,
	"letter_id" uuid,
	CONSTRAINT "message_deed_unique" UNIQUE("deed")
);
--> statement-breakpoint
CREATE TABLE "message_choice" (
	"person_id" text PRIMARY KEY NOT NULL,
	"choices" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "message_text" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid,
	"occasion" text NOT NULL,
	"is_on" boolean NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	CONSTRAINT "message_text_of" UNIQUE("course_id","occasion")
);
--> statement-breakpoint
CREATE TABLE "next_moment" (
	"enrolment_id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone,
	"opened" uuid[],
	"meets" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"looked_at" timestamp with time zone,
	"looks" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "opening_wish" (
	"enrolment_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "opening_wish_enrolment_id_lesson_id_pk" PRIMARY KEY("enrolment_id","lesson_id")
);
--> statement-breakpoint
ALTER TABLE "letter" ADD CONSTRAINT "letter_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_letter_id_letter_id_fk" FOREIGN KEY ("letter_id") REFERENCES "public"."letter"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message_choice" ADD CONSTRAINT "message_choice_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message_text" ADD CONSTRAINT "message_text_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "next_moment" ADD CONSTRAINT "next_moment_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "opening_wish" ADD CONSTRAINT "opening_wish_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "letter_person" ON "letter" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "message_due" ON "message" USING btree ("due_at") WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX "message_waiting" ON "message" USING btree ("person_id","due_at") WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX "message_made" ON "message" USING btree ("made_at","id");--> statement-breakpoint
CREATE INDEX "message_course" ON "message" USING btree ("course_id","made_at");--> statement-breakpoint
CREATE INDEX "message_person" ON "message" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "message_letter" ON "message" USING btree ("letter_id");--> statement-breakpoint
CREATE INDEX "message_enrolment" ON "message" USING btree ("enrolment_id");--> statement-breakpoint
CREATE UNIQUE INDEX "message_text_school" ON "message_text" USING btree ("occasion") WHERE "message_text"."course_id" is null;--> statement-breakpoint
CREATE INDEX "next_moment_at" ON "next_moment" USING btree ("at") WHERE at is not null;--> statement-breakpoint
CREATE INDEX "next_moment_looked" ON "next_moment" USING btree ("looked_at");--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'marked', 'certificate', 'access-ends'));--> statement-breakpoint
ALTER TABLE "message_text" ADD CONSTRAINT "message_text_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'marked', 'certificate', 'access-ends'));--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_state_known" CHECK ("state" IN ('waiting', 'sent', 'failed', 'kept-back'));--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_sent_with_letter" CHECK (("state" = 'sent') = ("letter_id" IS NOT NULL));--> statement-breakpoint
-- What is open today is no news to those who take a course already.
INSERT INTO "next_moment" ("enrolment_id", "at", "looked_at") SELECT "id", now(), now() FROM "enrolment" WHERE "ended_at" IS NULL;
