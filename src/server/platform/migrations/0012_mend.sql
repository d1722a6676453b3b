CREATE TABLE "upload_day" (
	"user_id" text NOT NULL,
	"day" text NOT NULL,
	"bytes" bigint NOT NULL,
	CONSTRAINT "upload_day_user_id_day_pk" PRIMARY KEY("user_id","day")
);
--> statement-breakpoint
CREATE TABLE "name_request" (
	"user_id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_pace" (
	"key" text PRIMARY KEY NOT NULL,
	"count" integer NOT NULL,
	"next_at" bigint NOT NULL,
	"last_at" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "deed" uuid;--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "of" integer;--> statement-breakpoint
ALTER TABLE "grade_decision" ADD COLUMN "of" integer;--> statement-breakpoint
ALTER TABLE "blob" ADD COLUMN "seen_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "edition" ADD COLUMN "revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "deed" uuid;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "share" text;--> statement-breakpoint
ALTER TABLE "progress" ADD COLUMN "counted_from" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "statement" ADD COLUMN "deed" text;--> statement-breakpoint
UPDATE "statement" SET "deed" = 'older/' || "id";--> statement-breakpoint
UPDATE "statement" SET "deed" = 'opened/' || "learner_id" || '/' || "lesson_id" WHERE "id" IN (SELECT DISTINCT ON ("learner_id", "lesson_id") "id" FROM "statement" WHERE "verb" = 'experienced' AND "lesson_id" IS NOT NULL ORDER BY "learner_id", "lesson_id", "at", "id");--> statement-breakpoint
ALTER TABLE "statement" ALTER COLUMN "deed" SET NOT NULL;--> statement-breakpoint
UPDATE "hand_in" SET "of" = (SELECT (l -> 'assignment' ->> 'points')::integer FROM "edition" e, jsonb_array_elements(e."document" -> 'sections') s, jsonb_array_elements(s -> 'lessons') l WHERE e."id" = "hand_in"."edition_id" AND l ->> 'id' = "hand_in"."lesson_id"::text LIMIT 1);--> statement-breakpoint
UPDATE "grade_decision" SET "of" = (SELECT CASE WHEN l ->> 'kind' = 'assignment' THEN (l -> 'assignment' ->> 'points')::integer ELSE (SELECT coalesce(sum((q ->> 'points')::integer), 0) FROM jsonb_array_elements(l -> 'questions') q) END FROM "course" c JOIN "edition" e ON e."id" = c."live_edition_id", jsonb_array_elements(e."document" -> 'sections') s, jsonb_array_elements(s -> 'lessons') l WHERE c."id" = "grade_decision"."course_id" AND l ->> 'id' = "grade_decision"."lesson_id"::text LIMIT 1) WHERE "kind" = 'points';--> statement-breakpoint
UPDATE "edition" SET "revision" = (SELECT coalesce(max(a."revision"), 0) FROM "audit" a WHERE a."course_id" = "edition"."course_id" AND a."at" <= "edition"."published_at");--> statement-breakpoint
UPDATE "course" SET "rhythm" = "rhythm" || jsonb_build_object('gap', 7 * (("rhythm" ->> 'weeks')::integer - 1) + 1) WHERE jsonb_typeof("rhythm") = 'object' AND NOT "rhythm" ? 'gap';--> statement-breakpoint
UPDATE "user" SET "zone" = coalesce((SELECT "zone" FROM "school"), 'UTC') WHERE "zone" !~ '^[A-Za-z]';--> statement-breakpoint
UPDATE "cohort" SET "zone" = (SELECT c."zone" FROM "course" c WHERE c."id" = "cohort"."course_id") WHERE "zone" !~ '^[A-Za-z]';--> statement-breakpoint
UPDATE "course" SET "zone" = 'UTC' WHERE "zone" !~ '^[A-Za-z]';--> statement-breakpoint
ALTER TABLE "upload_day" ADD CONSTRAINT "upload_day_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "name_request" ADD CONSTRAINT "name_request_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "mark_history_hand_in" ON "mark_history" USING btree ("hand_in_id");--> statement-breakpoint
CREATE INDEX "enrolment_learner" ON "enrolment" USING btree ("learner_id");--> statement-breakpoint
CREATE INDEX "account_user" ON "account" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "session_user" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "sitting_open" ON "sitting" USING btree ("deadline") WHERE "sitting"."handed_in_at" is null;--> statement-breakpoint
CREATE INDEX "statement_course" ON "statement" USING btree ("course_id","at");--> statement-breakpoint
ALTER TABLE "hand_in" ADD CONSTRAINT "hand_in_deed_unique" UNIQUE("deed");--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_deed_unique" UNIQUE("deed");--> statement-breakpoint
ALTER TABLE "statement" ADD CONSTRAINT "statement_deed_unique" UNIQUE("deed");