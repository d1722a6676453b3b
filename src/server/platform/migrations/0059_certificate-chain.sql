ALTER TABLE "certificate" ADD COLUMN "expires_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "certificate" ADD COLUMN "replaces_id" uuid;--> statement-breakpoint
ALTER TABLE "certificate_design" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "certificate" ADD CONSTRAINT "certificate_replaces_id_certificate_id_fk" FOREIGN KEY ("replaces_id") REFERENCES "public"."certificate"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "certificate_replaces" ON "certificate" USING btree ("replaces_id");