-- What somebody does in a course belongs to one enrolment of theirs, so that a course can be taken again.
ALTER TABLE "enrolment" ADD COLUMN "number" integer NOT NULL DEFAULT 1;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "edition_id" uuid;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_edition_id_edition_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."edition"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
DROP INDEX "enrolment_once";--> statement-breakpoint
CREATE UNIQUE INDEX "enrolment_number" ON "enrolment" USING btree ("course_id","learner_id","number");--> statement-breakpoint
CREATE UNIQUE INDEX "enrolment_current" ON "enrolment" USING btree ("course_id","learner_id") WHERE "enrolment"."ended_at" is null;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_whose" UNIQUE("id","learner_id","course_id");--> statement-breakpoint
ALTER TABLE "hand_in" DROP CONSTRAINT "hand_in_learner_id_user_id_fk";--> statement-breakpoint
ALTER TABLE "certificate" DROP CONSTRAINT "certificate_learner_id_user_id_fk";--> statement-breakpoint
ALTER TABLE "grade_decision" DROP CONSTRAINT "grade_decision_learner_id_user_id_fk";--> statement-breakpoint
ALTER TABLE "sitting" DROP CONSTRAINT "sitting_learner_id_user_id_fk";--> statement-breakpoint
ALTER TABLE "lesson_unlock" DROP CONSTRAINT "lesson_unlock_learner_id_user_id_fk";--> statement-breakpoint
ALTER TABLE "progress" DROP CONSTRAINT "progress_learner_id_user_id_fk";--> statement-breakpoint
ALTER TABLE "statement" DROP CONSTRAINT "statement_learner_id_user_id_fk";--> statement-breakpoint
DROP INDEX "certificate_once";--> statement-breakpoint
DROP INDEX "lesson_unlock_course";--> statement-breakpoint
DROP INDEX "progress_course";--> statement-breakpoint
DROP INDEX "statement_learner";--> statement-breakpoint
DROP INDEX "hand_in_number";--> statement-breakpoint
DROP INDEX "sitting_number";--> statement-breakpoint
ALTER TABLE "grade_decision" DROP CONSTRAINT "grade_decision_learner_id_lesson_id_pk";--> statement-breakpoint
ALTER TABLE "lesson_unlock" DROP CONSTRAINT "lesson_unlock_learner_id_lesson_id_pk";--> statement-breakpoint
ALTER TABLE "progress" DROP CONSTRAINT "progress_learner_id_lesson_id_pk";--> statement-breakpoint
-- Records of somebody who is not enrolled keep an enrolment of their own, which is over.
INSERT INTO "enrolment" ("id", "course_id", "learner_id", "number", "at", "ended_at")
  SELECT gen_random_uuid(), whose.course_id, whose.learner_id, 1, now(), now()
  FROM (
    SELECT course_id, learner_id FROM "hand_in" UNION SELECT course_id, learner_id FROM "certificate"
    UNION SELECT course_id, learner_id FROM "grade_decision" UNION SELECT course_id, learner_id FROM "sitting"
    UNION SELECT course_id, learner_id FROM "lesson_unlock" UNION SELECT course_id, learner_id FROM "progress"
    UNION SELECT course_id, learner_id FROM "statement"
  ) whose
  WHERE NOT EXISTS (SELECT FROM "enrolment" e WHERE e.course_id = whose.course_id AND e.learner_id = whose.learner_id);--> statement-breakpoint
DO $$
DECLARE
  record_table text;
BEGIN
  FOREACH record_table IN ARRAY ARRAY['hand_in', 'certificate', 'grade_decision', 'sitting', 'lesson_unlock', 'progress', 'statement'] LOOP
    EXECUTE format('ALTER TABLE %I ADD COLUMN enrolment_id uuid', record_table);
    EXECUTE format('UPDATE %I r SET enrolment_id = e.id FROM enrolment e WHERE e.course_id = r.course_id AND e.learner_id = r.learner_id', record_table);
    EXECUTE format('ALTER TABLE %I ALTER COLUMN enrolment_id SET NOT NULL', record_table);
  END LOOP;
END $$;--> statement-breakpoint
-- What is done once is done once in an enrolment; the statement says in which, as the standard has it.
UPDATE "statement" SET
  "deed" = replace("deed", '/' || "learner_id" || '/', '/' || "enrolment_id" || '/'),
  "body" = "body" || jsonb_build_object('context', jsonb_build_object('registration', "enrolment_id"));--> statement-breakpoint
-- Jobs that wait are told the enrolment, too.
DO $$
BEGIN
  IF to_regclass('pgboss.job') IS NOT NULL THEN
    UPDATE pgboss.job j SET data = jsonb_build_object('enrolmentId', e.id)
      FROM enrolment e
      WHERE j.name = 'certificate.award' AND j.data ->> 'courseId' = e.course_id::text AND j.data ->> 'learnerId' = e.learner_id;
  END IF;
END $$;--> statement-breakpoint
ALTER TABLE "grade_decision" ADD CONSTRAINT "grade_decision_enrolment_id_lesson_id_pk" PRIMARY KEY("enrolment_id","lesson_id");--> statement-breakpoint
ALTER TABLE "lesson_unlock" ADD CONSTRAINT "lesson_unlock_enrolment_id_lesson_id_pk" PRIMARY KEY("enrolment_id","lesson_id");--> statement-breakpoint
ALTER TABLE "progress" ADD CONSTRAINT "progress_enrolment_id_lesson_id_pk" PRIMARY KEY("enrolment_id","lesson_id");--> statement-breakpoint
ALTER TABLE "hand_in" ADD CONSTRAINT "hand_in_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "certificate" ADD CONSTRAINT "certificate_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "grade_decision" ADD CONSTRAINT "grade_decision_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson_unlock" ADD CONSTRAINT "lesson_unlock_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "progress" ADD CONSTRAINT "progress_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "statement" ADD CONSTRAINT "statement_enrolment" FOREIGN KEY ("enrolment_id","learner_id","course_id") REFERENCES "public"."enrolment"("id","learner_id","course_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "certificate_current" ON "certificate" USING btree ("enrolment_id") WHERE "certificate"."withdrawn_at" is null;--> statement-breakpoint
CREATE INDEX "certificate_course" ON "certificate" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "statement_of_enrolment" ON "statement" USING btree ("enrolment_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "hand_in_number" ON "hand_in" USING btree ("enrolment_id","lesson_id","number");--> statement-breakpoint
CREATE UNIQUE INDEX "sitting_number" ON "sitting" USING btree ("enrolment_id","lesson_id","number");
