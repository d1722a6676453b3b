CREATE TABLE "quiz_about" (
	"enrolment_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"told" jsonb NOT NULL,
	"agreed_at" timestamp with time zone NOT NULL,
	CONSTRAINT "quiz_about_enrolment_id_lesson_id_pk" PRIMARY KEY("enrolment_id","lesson_id")
);
--> statement-breakpoint
DROP INDEX "certificate_current";--> statement-breakpoint
ALTER TABLE "certificate" ADD COLUMN "lesson_id" uuid;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "tell_shown" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "quiz_about" ADD CONSTRAINT "quiz_about_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "quiz_about_lesson" ON "quiz_about" USING btree ("lesson_id");--> statement-breakpoint
CREATE UNIQUE INDEX "certificate_current_quiz" ON "certificate" USING btree ("enrolment_id","lesson_id") WHERE "certificate"."withdrawn_at" is null;--> statement-breakpoint
CREATE INDEX "sitting_tell_shown" ON "sitting" USING btree ("course_id","lesson_id") WHERE "sitting"."tell_shown";--> statement-breakpoint
CREATE UNIQUE INDEX "certificate_current" ON "certificate" USING btree ("enrolment_id") WHERE "certificate"."withdrawn_at" is null and "certificate"."lesson_id" is null;--> statement-breakpoint
ALTER TABLE "message" DROP CONSTRAINT "message_occasion_known";--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'result-shown', 'from-result', 'staff-told', 'marked', 'certificate', 'access-ends')) NOT VALID;--> statement-breakpoint
ALTER TABLE "message_text" DROP CONSTRAINT "message_text_occasion_known";--> statement-breakpoint
ALTER TABLE "message_text" ADD CONSTRAINT "message_text_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'result-shown', 'from-result', 'staff-told', 'marked', 'certificate', 'access-ends')) NOT VALID;
