CREATE TABLE "lesson_text" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"content" jsonb
);
--> statement-breakpoint
CREATE TABLE "outcome" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"order" text NOT NULL,
	"text" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "audit" ADD COLUMN "revision" integer;--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "not_about" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "written" jsonb DEFAULT '{"words":0,"pictures":0,"undescribed":0}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "asks" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "mediums" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "outcomes" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "outcomes" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson_text" ADD CONSTRAINT "lesson_text_id_lesson_id_fk" FOREIGN KEY ("id") REFERENCES "public"."lesson"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outcome" ADD CONSTRAINT "outcome_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lesson_text_course" ON "lesson_text" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "outcome_course" ON "outcome" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "audit_revision" ON "audit" USING btree ("course_id","revision");