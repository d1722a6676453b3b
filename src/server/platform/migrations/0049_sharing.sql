ALTER TABLE "hand_in" ADD COLUMN "shared_to" text;--> statement-breakpoint
ALTER TABLE "hand_in" ADD COLUMN "shared_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "shared_to" text;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "shared_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "hand_in" ADD CONSTRAINT "hand_in_shared_to_user_id_fk" FOREIGN KEY ("shared_to") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_shared_to_user_id_fk" FOREIGN KEY ("shared_to") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;