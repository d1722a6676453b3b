CREATE TABLE "bank_media" (
	"question_id" uuid NOT NULL,
	"media_id" uuid NOT NULL,
	CONSTRAINT "bank_media_question_id_media_id_pk" PRIMARY KEY("question_id","media_id")
);
--> statement-breakpoint
ALTER TABLE "bank_question" ADD COLUMN "media" jsonb;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "media" jsonb;--> statement-breakpoint
ALTER TABLE "bank_media" ADD CONSTRAINT "bank_media_question_id_bank_question_id_fk" FOREIGN KEY ("question_id") REFERENCES "public"."bank_question"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bank_media" ADD CONSTRAINT "bank_media_media_id_media_id_fk" FOREIGN KEY ("media_id") REFERENCES "public"."media"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bank_media_media" ON "bank_media" USING btree ("media_id");--> statement-breakpoint
UPDATE "bank_version" SET "content" = "content" || '{"media": null}';--> statement-breakpoint
ALTER TABLE "media_use" DROP CONSTRAINT "media_use_place_known";--> statement-breakpoint
ALTER TABLE "media_use" ADD CONSTRAINT "media_use_place_known" CHECK ("place" IN ('main', 'picture', 'text', 'attachment', 'question'));--> statement-breakpoint
ALTER TABLE "question" DROP CONSTRAINT "question_kind_known";--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_kind_known" CHECK ("kind" IN ('one', 'several', 'true-false', 'short-text', 'number', 'gaps', 'order', 'matching', 'grouping', 'place', 'essay', 'files', 'opinion')) NOT VALID;--> statement-breakpoint
ALTER TABLE "bank_question" DROP CONSTRAINT "bank_question_kind_known";--> statement-breakpoint
ALTER TABLE "bank_question" ADD CONSTRAINT "bank_question_kind_known" CHECK ("kind" IN ('one', 'several', 'true-false', 'short-text', 'number', 'gaps', 'order', 'matching', 'grouping', 'place', 'essay', 'files', 'opinion')) NOT VALID;
--> statement-breakpoint
CREATE FUNCTION pg_temp.showing_nothing(side jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN side ?& array['kind', 'prompt', 'lessonId', 'order'] THEN '{"media": null}'::jsonb || side ELSE side END
$$;--> statement-breakpoint
UPDATE "audit" a SET "changes" = (
    SELECT jsonb_agg(CASE WHEN one ->> 'table' = 'question'
      THEN one || jsonb_build_object('before', pg_temp.showing_nothing(one -> 'before'), 'after', pg_temp.showing_nothing(one -> 'after'))
      ELSE one END ORDER BY n)
    FROM jsonb_array_elements(a.changes) WITH ORDINALITY AS each(one, n))
  WHERE jsonb_path_exists(a.changes, '$[*] ? (@.table == "question").**.lessonId');
