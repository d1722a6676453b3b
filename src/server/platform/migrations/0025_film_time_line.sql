ALTER TABLE "media_version" ADD COLUMN "wave_hash" text REFERENCES "blob"("hash");--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "chapters" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "moment" jsonb;--> statement-breakpoint
ALTER TABLE "progress" ADD COLUMN "answered" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "progress" ADD COLUMN "place" real;--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_moment" CHECK ("moment" IS NULL OR ("moment"->>'at') IS NOT NULL);--> statement-breakpoint
ALTER TABLE "statement" DROP CONSTRAINT "statement_verb_known";--> statement-breakpoint
ALTER TABLE "statement" ADD CONSTRAINT "statement_verb_known" CHECK ("verb" IN ('experienced', 'progressed', 'answered', 'attempted', 'completed', 'passed', 'failed')) NOT VALID;
