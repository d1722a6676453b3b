ALTER TABLE "media_version" ADD COLUMN "forms" jsonb;--> statement-breakpoint
ALTER TABLE "media_version" ADD COLUMN "poster_at" real;--> statement-breakpoint
ALTER TABLE "media_version" ADD COLUMN "words" text DEFAULT '' NOT NULL;