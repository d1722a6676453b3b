ALTER TABLE "question" ADD COLUMN "hint" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "feedback_part" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "taught" jsonb;--> statement-breakpoint
-- A question that was put in or taken out whole is kept whole, as questions are from now on.
CREATE FUNCTION pg_temp.whole_question(side jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN side ?& array['kind', 'prompt', 'lessonId', 'order']
    THEN '{"hint": "", "feedbackPart": "", "taught": null}'::jsonb || side ELSE side END
$$;--> statement-breakpoint
UPDATE "audit" a SET "changes" = (
    SELECT jsonb_agg(CASE WHEN one ->> 'table' = 'question'
      THEN one || jsonb_build_object('before', pg_temp.whole_question(one -> 'before'), 'after', pg_temp.whole_question(one -> 'after'))
      ELSE one END ORDER BY n)
    FROM jsonb_array_elements(a.changes) WITH ORDINALITY AS each(one, n))
  WHERE jsonb_path_exists(a.changes, '$[*] ? (@.table == "question").**.lessonId');
