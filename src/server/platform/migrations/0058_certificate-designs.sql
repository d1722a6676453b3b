CREATE TABLE "certificate_design" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"content" jsonb NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"version" integer,
	"version_revision" integer,
	"created_at" timestamp with time zone NOT NULL,
	"changed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "certificate_design_version" (
	"design_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"content" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by_id" text,
	CONSTRAINT "certificate_design_version_design_id_number_pk" PRIMARY KEY("design_id","number")
);
--> statement-breakpoint
CREATE TABLE "design_picture" (
	"hash" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"added_at" timestamp with time zone NOT NULL,
	"added_by_id" text
);
--> statement-breakpoint
ALTER TABLE "certificate" ADD COLUMN "facts" jsonb;--> statement-breakpoint
ALTER TABLE "certificate_design_version" ADD CONSTRAINT "certificate_design_version_design_id_certificate_design_id_fk" FOREIGN KEY ("design_id") REFERENCES "public"."certificate_design"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "certificate_design_version" ADD CONSTRAINT "certificate_design_version_by_id_user_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "design_picture" ADD CONSTRAINT "design_picture_hash_blob_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."blob"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "design_picture" ADD CONSTRAINT "design_picture_added_by_id_user_id_fk" FOREIGN KEY ("added_by_id") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
-- Looks of their own become designs of the school: each course that had any keeps them, as a version in use.
INSERT INTO "certificate_design" ("id", "name", "content", "revision", "version", "version_revision", "created_at", "changed_at")
SELECT overlay(overlay(md5('design/' || c."id") placing '8' from 13) placing '8' from 17)::uuid, left(c."title", 80), (c."award" - 'on' - 'minPercent' - 'prefix') || '{"version": 1}', 0, 1, 0, now(), now()
FROM "course" c
WHERE c."award" ? 'heading' AND ((c."award"->>'on')::boolean OR coalesce(c."award"->>'signer', '') <> '');
--> statement-breakpoint
INSERT INTO "certificate_design_version" ("design_id", "number", "content", "at")
SELECT d."id", 1, d."content", d."created_at" FROM "certificate_design" d;
--> statement-breakpoint
UPDATE "course" c SET "award" = jsonb_build_object(
  'on', coalesce((c."award"->>'on')::boolean, false),
  'minPercent', c."award"->'minPercent',
  'approved', false,
  'validMonths', null,
  'designId', (SELECT d."id" FROM "certificate_design" d WHERE d."id" = overlay(overlay(md5('design/' || c."id") placing '8' from 13) placing '8' from 17)::uuid),
  'number', jsonb_build_array(
    jsonb_build_object('words', coalesce(c."award"->>'prefix', 'C') || '-'), '{"random": 4}'::jsonb, '{"words": "-"}'::jsonb, '{"count": 4}'::jsonb),
  'teacher', coalesce(c."award"->>'signer', ''),
  'own', '{}'::jsonb)
WHERE NOT (c."award" ? 'designId');
