CREATE TABLE "certificate_sharing" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"is_found" boolean DEFAULT false NOT NULL,
	"words" text,
	"places" jsonb DEFAULT '[]'::jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "certificate_sought" (
	"key" text PRIMARY KEY NOT NULL,
	"count" integer NOT NULL,
	"since" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "signing_key" (
	"id" text PRIMARY KEY NOT NULL,
	"multibase" text NOT NULL,
	"sealed" text,
	"created_at" timestamp with time zone NOT NULL,
	"retired_at" timestamp with time zone,
	"revoked_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "certificate" ADD COLUMN "place" integer NOT NULL GENERATED ALWAYS AS IDENTITY (sequence name "certificate_place_seq" INCREMENT BY 1 MINVALUE 0 MAXVALUE 2147483647 START WITH 0 CACHE 1);--> statement-breakpoint
CREATE UNIQUE INDEX "signing_key_signs" ON "signing_key" USING btree (("retired_at" is null)) WHERE "signing_key"."retired_at" is null;--> statement-breakpoint
CREATE INDEX "certificate_number" ON "certificate" USING btree (lower("number"));--> statement-breakpoint
ALTER TABLE "certificate" ADD CONSTRAINT "certificate_place_unique" UNIQUE("place");--> statement-breakpoint
-- Those drawn so far have no badge with them; they are drawn again when somebody asks for one.
UPDATE "certificate" SET "pdf_hash" = NULL;
