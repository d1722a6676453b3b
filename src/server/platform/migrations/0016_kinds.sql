-- What a question of its kind holds becomes one column, which its kind alone knows how to read.
CREATE FUNCTION pg_temp.body_of(question jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT CASE WHEN question ->> 'kind' = 'number'
    THEN jsonb_build_object('value', question -> 'value', 'tolerance', question -> 'tolerance', 'unit', question -> 'unit')
    ELSE jsonb_build_object('options', question -> 'options') END
$$;--> statement-breakpoint
-- A record, or the fields of one that a step changed, with the body in place of what it was made of.
CREATE FUNCTION pg_temp.with_body(fields jsonb, whole jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT CASE WHEN fields ?| array['options', 'value', 'tolerance', 'unit', 'kind']
    THEN (fields - array['options', 'value', 'tolerance', 'unit']) || jsonb_build_object('body', pg_temp.body_of(whole))
    ELSE fields END
$$;--> statement-breakpoint
-- Steps of the history name fields that were changed. What the whole question was at each step is worked out
-- backwards from what it is now.
DO $$
DECLARE
  step record;
  now_is jsonb := '{}';
  change jsonb;
  done jsonb;
  question_id text;
  whole jsonb;
  earlier jsonb;
BEGIN
  SELECT coalesce(jsonb_object_agg(q.id, jsonb_build_object('kind', q.kind, 'options', q.options, 'value', q.value, 'tolerance', q.tolerance, 'unit', q.unit)), '{}')
    INTO now_is FROM question q;
  FOR step IN SELECT a.id, a.changes FROM audit a WHERE a.changes @> '[{"table": "question"}]' ORDER BY a.course_id, a.revision DESC LOOP
    done := '[]';
    FOR i IN REVERSE jsonb_array_length(step.changes) - 1 .. 0 LOOP
      change := step.changes -> i;
      IF change ->> 'table' = 'question' THEN
        question_id := change ->> 'id';
        IF jsonb_typeof(change -> 'after') = 'null' THEN
          whole := change -> 'before';
          change := jsonb_set(change, '{before}', pg_temp.with_body(whole, whole));
          now_is := jsonb_set(now_is, array[question_id], whole);
        ELSIF jsonb_typeof(change -> 'before') = 'null' THEN
          whole := change -> 'after';
          change := jsonb_set(change, '{after}', pg_temp.with_body(whole, whole));
        ELSE
          whole := coalesce(now_is -> question_id, '{}') || (change -> 'after');
          earlier := whole || (change -> 'before');
          change := jsonb_set(change, '{after}', pg_temp.with_body(change -> 'after', whole));
          change := jsonb_set(change, '{before}', pg_temp.with_body(change -> 'before', earlier));
          now_is := jsonb_set(now_is, array[question_id], earlier);
        END IF;
      END IF;
      done := jsonb_build_array(change) || done;
    END LOOP;
    UPDATE audit SET changes = done WHERE audit.id = step.id;
  END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "body" jsonb;--> statement-breakpoint
UPDATE "question" q SET "body" = pg_temp.body_of(to_jsonb(q));--> statement-breakpoint
ALTER TABLE "question" ALTER COLUMN "body" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_body_length" CHECK (char_length("body"::text) <= 200000) NOT VALID;--> statement-breakpoint
ALTER TABLE "question" DROP COLUMN "options";--> statement-breakpoint
ALTER TABLE "question" DROP COLUMN "value";--> statement-breakpoint
ALTER TABLE "question" DROP COLUMN "tolerance";--> statement-breakpoint
ALTER TABLE "question" DROP COLUMN "unit";
