ALTER TABLE "hand_in" ADD COLUMN "link" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "started_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "late_percent" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "checksum" text;--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "criteria" jsonb;--> statement-breakpoint
ALTER TABLE "mark_history" ADD COLUMN "criteria" jsonb;--> statement-breakpoint
UPDATE "hand_in" SET "started_at" = coalesce("handed_in_at", "changed_at");
