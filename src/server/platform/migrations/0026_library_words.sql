ALTER TABLE "media" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "licence" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "source" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "added_by" text;--> statement-breakpoint
ALTER TABLE "media" ADD CONSTRAINT "media_added_by_user_id_fk" FOREIGN KEY ("added_by") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
UPDATE "media" SET "added_by" = (SELECT v."uploaded_by" FROM "media_version" v WHERE v."media_id" = "media"."id" AND v."number" = 1);
