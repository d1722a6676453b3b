CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE INDEX "course_title_trigrams" ON "course" USING gin ("title" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "section_title_trigrams" ON "section" USING gin ("title" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "lesson_title_trigrams" ON "lesson" USING gin ("title" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "user_name_trigrams" ON "user" USING gin ("name" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "lesson_words" ON "lesson" USING gin (to_tsvector('simple', "title" || ' ' || "asks" || ' ' || "note"));
