CREATE TABLE "quiz_followed" (
	"enrolment_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"follow_id" uuid NOT NULL,
	"deed" integer NOT NULL,
	"sitting_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"said" text NOT NULL,
	"problem" text,
	CONSTRAINT "quiz_followed_enrolment_id_lesson_id_follow_id_deed_pk" PRIMARY KEY("enrolment_id","lesson_id","follow_id","deed")
);
--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "tags" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "quiz_followed" ADD CONSTRAINT "quiz_followed_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quiz_followed" ADD CONSTRAINT "quiz_followed_sitting_id_sitting_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sitting"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "quiz_followed_lesson" ON "quiz_followed" USING btree ("lesson_id","at");--> statement-breakpoint
ALTER TABLE "message" DROP CONSTRAINT "message_occasion_known";--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'from-result', 'staff-told', 'marked', 'certificate', 'access-ends')) NOT VALID;--> statement-breakpoint
ALTER TABLE "message_text" DROP CONSTRAINT "message_text_occasion_known";--> statement-breakpoint
ALTER TABLE "message_text" ADD CONSTRAINT "message_text_occasion_known" CHECK ("occasion" IN ('enrolled', 'seat-free', 'opens', 'session-soon', 'session-moved', 'quiz-result', 'from-result', 'staff-told', 'marked', 'certificate', 'access-ends')) NOT VALID;
