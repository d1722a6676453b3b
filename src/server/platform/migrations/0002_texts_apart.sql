-- Texts move to a table of their own; what was done before stays in the audit list, but can no longer be undone.
INSERT INTO "lesson_text" ("id", "course_id", "content") SELECT "id", "course_id", "text" FROM "lesson" WHERE "text" IS NOT NULL;--> statement-breakpoint
UPDATE "lesson" SET "written" = jsonb_build_object(
  'words', (SELECT count(*) FROM jsonb_path_query("text", 'strict $.**.text ? (@.type() == "string")') AS piece, regexp_matches(piece #>> '{}', '\S+', 'g')),
  'pictures', (SELECT count(*) FROM jsonb_path_query("text", 'strict $.** ? (@.type == "image")')),
  'undescribed', (SELECT count(*) FROM jsonb_path_query("text", 'strict $.** ? (@.type == "image")') AS picture WHERE btrim(coalesce(picture #>> '{attrs,alt}', '')) = '')
) WHERE "text" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" DROP COLUMN "text";