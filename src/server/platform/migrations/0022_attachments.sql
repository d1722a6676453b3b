ALTER TABLE "lesson" ADD COLUMN "attachments" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_attachments_length" CHECK (char_length("attachments"::text) <= 20000);--> statement-breakpoint
ALTER TABLE "media_use" DROP CONSTRAINT "media_use_place_known";--> statement-breakpoint
ALTER TABLE "media_use" ADD CONSTRAINT "media_use_place_known" CHECK ("place" IN ('main', 'picture', 'text', 'attachment'));
