ALTER TABLE "certificate" ADD COLUMN "is_private" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "certificate" ADD COLUMN "shows_grade" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "certificate" ADD COLUMN "picture_hash" text;