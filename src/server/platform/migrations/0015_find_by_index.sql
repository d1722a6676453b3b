CREATE INDEX "course_words" ON "course" USING gin (to_tsvector('simple', "title" || ' ' || "description"));--> statement-breakpoint
CREATE INDEX "section_words" ON "section" USING gin (to_tsvector('simple', "title"));--> statement-breakpoint
CREATE INDEX "user_words" ON "user" USING gin (to_tsvector('simple', "name" || ' ' || "email"));
