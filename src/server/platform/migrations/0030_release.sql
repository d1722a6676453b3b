CREATE TABLE "waiting_place" (
	"cohort_id" uuid NOT NULL,
	"person_id" text NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "waiting_place_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"since" timestamp with time zone NOT NULL,
	CONSTRAINT "waiting_place_cohort_id_person_id_pk" PRIMARY KEY("cohort_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "cohort" ADD COLUMN "ends_on" text;--> statement-breakpoint
ALTER TABLE "cohort" ADD COLUMN "seats" integer;--> statement-breakpoint
ALTER TABLE "cohort" ADD COLUMN "code" text;--> statement-breakpoint
ALTER TABLE "cohort" ADD COLUMN "breaks" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "cohort" ADD COLUMN "opens" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "cohort" ADD COLUMN "opened" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "access_until" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "opened" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "access" jsonb;--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "access_note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "countdown" text DEFAULT 'days' NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "closes" jsonb;--> statement-breakpoint
ALTER TABLE "section" ADD COLUMN "closes" jsonb;--> statement-breakpoint
ALTER TABLE "waiting_place" ADD CONSTRAINT "waiting_place_cohort_id_cohort_id_fk" FOREIGN KEY ("cohort_id") REFERENCES "public"."cohort"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting_place" ADD CONSTRAINT "waiting_place_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "waiting_person" ON "waiting_place" USING btree ("person_id");--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_code_unique" UNIQUE("code");--> statement-breakpoint
-- A rhythm had one weekday of every so many weeks; it names its step now. In the working copy and in the steps of the history.
CREATE FUNCTION pg_temp.with_step(rhythm jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT CASE WHEN rhythm ? 'weekday' THEN (rhythm - 'weeks' - 'weekday') || jsonb_build_object(
    'begins', '[]'::jsonb,
    'gap', COALESCE(rhythm -> 'gap', to_jsonb(7 * ((rhythm ->> 'weeks')::int - 1) + 1)),
    'every', jsonb_build_object('by', 'weeks', 'count', rhythm -> 'weeks', 'weekdays', jsonb_build_array(rhythm -> 'weekday'))
  ) ELSE rhythm END
$$;--> statement-breakpoint
CREATE FUNCTION pg_temp.side_with_step(side jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT CASE WHEN jsonb_typeof(side -> 'rhythm') = 'object' THEN jsonb_set(side, '{rhythm}', pg_temp.with_step(side -> 'rhythm')) ELSE side END
$$;--> statement-breakpoint
UPDATE "course" SET "rhythm" = pg_temp.with_step("rhythm") WHERE jsonb_typeof("rhythm") = 'object';--> statement-breakpoint
UPDATE "audit" a SET "changes" = (
    SELECT jsonb_agg(CASE WHEN one ->> 'table' = 'course'
      THEN one || jsonb_build_object('before', pg_temp.side_with_step(one -> 'before'), 'after', pg_temp.side_with_step(one -> 'after'))
      ELSE one END ORDER BY n)
    FROM jsonb_array_elements(a.changes) WITH ORDINALITY AS each(one, n))
  WHERE jsonb_path_exists(a.changes, '$[*] ? (@.table == "course").**.rhythm.weekday');--> statement-breakpoint
ALTER TABLE "course" ADD CONSTRAINT "course_countdown_known" CHECK ("countdown" IN ('full', 'days', 'date'));--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_seats_some" CHECK ("seats" > 0);--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_ends_after_start" CHECK ("ends_on" >= "starts_on");
