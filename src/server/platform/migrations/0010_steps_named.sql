ALTER TABLE "audit" ADD COLUMN "step" uuid;--> statement-breakpoint
CREATE UNIQUE INDEX "audit_step" ON "audit" USING btree ("step");