CREATE TABLE "grade_history" (
	"id" uuid PRIMARY KEY NOT NULL,
	"enrolment_id" uuid NOT NULL,
	"learner_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"points" integer,
	"of" integer,
	"reason" text NOT NULL,
	"decided_by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "grade_history_kind_known" CHECK ("grade_history"."kind" in ('points', 'excused', 'none'))
);
--> statement-breakpoint
ALTER TABLE "grade_history" ADD CONSTRAINT "grade_history_decided_by_user_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "grade_history" ADD CONSTRAINT "grade_history_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "grade_history_cell" ON "grade_history" USING btree ("enrolment_id","lesson_id");--> statement-breakpoint
INSERT INTO "grade_history" ("id", "enrolment_id", "learner_id", "course_id", "lesson_id", "kind", "points", "of", "reason", "decided_by", "at")
SELECT gen_random_uuid(), "enrolment_id", "learner_id", "course_id", "lesson_id", "kind", "points", "of", "reason", "decided_by", "at" FROM "grade_decision"
WHERE EXISTS (SELECT 1 FROM "user" WHERE "user"."id" = "grade_decision"."decided_by");
