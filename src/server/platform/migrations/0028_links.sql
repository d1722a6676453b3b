ALTER TABLE "course" ALTER COLUMN "settings" SET DEFAULT '{"look":"device","accent":"malachite","surroundings":true,"foldsDescription":false,"goesOn":false,"downloads":true,"staffLook":false,"sources":[],"done":{}}'::jsonb;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "link" text DEFAULT '' NOT NULL;;--> statement-breakpoint
UPDATE "course" SET "settings" = '{"sources": []}'::jsonb || "settings";--> statement-breakpoint
ALTER TABLE "lesson" DROP CONSTRAINT "lesson_kind_known";--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_kind_known" CHECK ("kind" IN ('reading', 'film', 'audio', 'document', 'link', 'quiz', 'assignment')) NOT VALID;
