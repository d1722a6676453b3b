CREATE TABLE "media_use" (
	"media_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"place" text NOT NULL,
	"course_id" uuid NOT NULL,
	CONSTRAINT "media_use_media_id_lesson_id_place_pk" PRIMARY KEY("media_id","lesson_id","place")
);
--> statement-breakpoint
CREATE TABLE "media_version" (
	"id" uuid PRIMARY KEY NOT NULL,
	"media_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"file_name" text NOT NULL,
	"hash" text NOT NULL,
	"state" text NOT NULL,
	"problem" text,
	"seconds" real,
	"width" integer,
	"height" integer,
	"pages" integer,
	"poster_hash" text,
	"play_hash" text,
	"captions" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"uploaded_by" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "media" DROP CONSTRAINT "media_hash_blob_hash_fk";
--> statement-breakpoint
ALTER TABLE "media" ALTER COLUMN "course_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "media_use" ADD CONSTRAINT "media_use_media_id_media_id_fk" FOREIGN KEY ("media_id") REFERENCES "public"."media"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "media_version" ADD CONSTRAINT "media_version_media_id_media_id_fk" FOREIGN KEY ("media_id") REFERENCES "public"."media"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "media_version" ADD CONSTRAINT "media_version_hash_blob_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."blob"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "media_version" ADD CONSTRAINT "media_version_uploaded_by_user_id_fk" FOREIGN KEY ("uploaded_by") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "media_use_course" ON "media_use" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "media_use_lesson" ON "media_use" USING btree ("lesson_id");--> statement-breakpoint
CREATE UNIQUE INDEX "media_version_number" ON "media_version" USING btree ("media_id","number");--> statement-breakpoint
-- Each thing has one version, which keeps the thing's id: what waits to be worked on is found by it.
INSERT INTO "media_version" ("id", "media_id", "number", "file_name", "hash", "state", "problem", "seconds", "width", "height", "pages", "poster_hash", "play_hash", "captions", "uploaded_by", "created_at")
  SELECT m.id, m.id, 1, m.file_name, m.hash, m.state, m.problem, m.seconds, m.width, m.height, m.pages, m.poster_hash, m.play_hash, m.captions,
    (SELECT u.id FROM "user" u WHERE u.id = m.uploaded_by), m.created_at
  FROM "media" m;--> statement-breakpoint
DO $$
BEGIN
  IF to_regclass('pgboss.job') IS NOT NULL THEN
    UPDATE pgboss.job SET data = jsonb_build_object('versionId', data -> 'mediaId')
      WHERE name IN ('media.work-out', 'media.make-playable') AND data ? 'mediaId';
  END IF;
END $$;--> statement-breakpoint
-- What names a file that is not there shows nothing, and can as well name none.
UPDATE "lesson" l SET "media_id" = NULL WHERE l.media_id IS NOT NULL AND NOT EXISTS (SELECT FROM "media" m WHERE m.id = l.media_id);--> statement-breakpoint
UPDATE "lesson" l SET "picture_id" = NULL WHERE l.picture_id IS NOT NULL AND NOT EXISTS (SELECT FROM "media" m WHERE m.id = l.picture_id);--> statement-breakpoint
INSERT INTO "media_use" ("media_id", "lesson_id", "place", "course_id")
  SELECT l.media_id, l.id, 'main', l.course_id FROM "lesson" l WHERE l.media_id IS NOT NULL
  UNION SELECT l.picture_id, l.id, 'picture', l.course_id FROM "lesson" l WHERE l.picture_id IS NOT NULL
  UNION SELECT m.id, t.id, 'text', t.course_id
    FROM "lesson_text" t, jsonb_path_query(t.content, 'lax $.**.attrs.mediaId') shown JOIN "media" m ON m.id::text = shown #>> '{}';--> statement-breakpoint
UPDATE "media" m SET "course_id" = NULL WHERE NOT EXISTS (SELECT FROM "course" c WHERE c.id = m.course_id);--> statement-breakpoint
ALTER TABLE "media" ADD CONSTRAINT "media_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE set null;--> statement-breakpoint
ALTER TABLE "media_use" ADD CONSTRAINT "media_use_lesson_id_lesson_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lesson"("id") ON DELETE cascade;--> statement-breakpoint
ALTER TABLE "media_use" ADD CONSTRAINT "media_use_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade;--> statement-breakpoint
ALTER TABLE "media_use" ADD CONSTRAINT "media_use_place_known" CHECK ("place" IN ('main', 'picture', 'text'));--> statement-breakpoint
ALTER TABLE "media_version" ADD CONSTRAINT "media_version_state_known" CHECK ("state" IN ('waiting', 'ready', 'failed'));--> statement-breakpoint
ALTER TABLE "media_version" ADD CONSTRAINT "media_version_file_name_length" CHECK (char_length("file_name") <= 300);--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_media_id_media_id_fk" FOREIGN KEY ("media_id") REFERENCES "public"."media"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_picture_id_media_id_fk" FOREIGN KEY ("picture_id") REFERENCES "public"."media"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "file_name";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "hash";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "state";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "problem";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "seconds";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "width";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "height";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "pages";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "poster_hash";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "play_hash";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "captions";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "uploaded_by";