CREATE TABLE "bank_category" (
	"id" uuid PRIMARY KEY NOT NULL,
	"parent_id" uuid,
	"order" text NOT NULL,
	"title" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "bank_question" (
	"id" uuid PRIMARY KEY NOT NULL,
	"category_id" uuid,
	"version" integer NOT NULL,
	"kind" text NOT NULL,
	"prompt" text NOT NULL,
	"points" integer NOT NULL,
	"body" jsonb NOT NULL,
	"hint" text NOT NULL,
	"feedback_right" text NOT NULL,
	"feedback_part" text NOT NULL,
	"feedback_wrong" text NOT NULL,
	"difficulty" integer NOT NULL,
	"tags" jsonb NOT NULL,
	"outcomes" jsonb NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "bank_version" (
	"question_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"content" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	CONSTRAINT "bank_version_question_id_version_pk" PRIMARY KEY("question_id","version")
);
--> statement-breakpoint
CREATE TABLE "bank_earned" (
	"sitting_id" uuid NOT NULL,
	"question_id" uuid NOT NULL,
	"share" real NOT NULL,
	"points" integer NOT NULL,
	CONSTRAINT "bank_earned_sitting_id_question_id_pk" PRIMARY KEY("sitting_id","question_id")
);
--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "bank_id" uuid;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "bank_version" integer;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "avoids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "bank_category" ADD CONSTRAINT "bank_category_parent_id_bank_category_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."bank_category"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bank_question" ADD CONSTRAINT "bank_question_category_id_bank_category_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."bank_category"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bank_question" ADD CONSTRAINT "bank_question_changed_by_user_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bank_version" ADD CONSTRAINT "bank_version_question_id_bank_question_id_fk" FOREIGN KEY ("question_id") REFERENCES "public"."bank_question"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bank_version" ADD CONSTRAINT "bank_version_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bank_earned" ADD CONSTRAINT "bank_earned_sitting_id_sitting_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sitting"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bank_earned" ADD CONSTRAINT "bank_earned_question_id_bank_question_id_fk" FOREIGN KEY ("question_id") REFERENCES "public"."bank_question"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bank_question_category" ON "bank_question" USING btree ("category_id");--> statement-breakpoint
CREATE INDEX "bank_earned_question" ON "bank_earned" USING btree ("question_id");--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_bank_id_bank_question_id_fk" FOREIGN KEY ("bank_id") REFERENCES "public"."bank_question"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "question_bank" ON "question" USING btree ("bank_id");--> statement-breakpoint
ALTER TABLE "bank_question" ADD CONSTRAINT "bank_question_kind_known" CHECK ("kind" IN ('one', 'several', 'true-false', 'short-text', 'number', 'gaps', 'order', 'matching', 'grouping'));--> statement-breakpoint
ALTER TABLE "bank_question" ADD CONSTRAINT "bank_question_difficulty_known" CHECK ("difficulty" IN (1, 2, 3));--> statement-breakpoint
ALTER TABLE "bank_question" ADD CONSTRAINT "bank_question_body_length" CHECK (char_length("body"::text) <= 200000);--> statement-breakpoint
-- A question that was put in or taken out whole is kept whole, as questions are from now on.
CREATE FUNCTION pg_temp.of_no_bank(side jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN side ?& array['kind', 'prompt', 'lessonId', 'order']
    THEN '{"bankId": null, "bankVersion": null, "category": ""}'::jsonb || side ELSE side END
$$;--> statement-breakpoint
UPDATE "audit" a SET "changes" = (
    SELECT jsonb_agg(CASE WHEN one ->> 'table' = 'question'
      THEN one || jsonb_build_object('before', pg_temp.of_no_bank(one -> 'before'), 'after', pg_temp.of_no_bank(one -> 'after'))
      ELSE one END ORDER BY n)
    FROM jsonb_array_elements(a.changes) WITH ORDINALITY AS each(one, n))
  WHERE jsonb_path_exists(a.changes, '$[*] ? (@.table == "question").**.lessonId');
