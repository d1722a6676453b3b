ALTER TABLE "hand_in" ADD COLUMN "released_at" timestamp with time zone;--> statement-breakpoint
UPDATE "hand_in" SET "released_at" = coalesce("marked_at", "changed_at") WHERE "state" = 'marked';
