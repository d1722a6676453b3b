-- Every reference is held by the database. Who is not there any more is named no more where that may be; where
-- somebody has to be named, what is there already is left as it is.
UPDATE "hand_in" h SET "marker_id" = NULL WHERE h.marker_id IS NOT NULL AND NOT EXISTS (SELECT FROM "user" u WHERE u.id = h.marker_id);--> statement-breakpoint
UPDATE "audit" a SET "actor_id" = NULL WHERE a.actor_id IS NOT NULL AND NOT EXISTS (SELECT FROM "user" u WHERE u.id = a.actor_id);--> statement-breakpoint
UPDATE "audit" a SET "course_id" = NULL WHERE a.course_id IS NOT NULL AND NOT EXISTS (SELECT FROM "course" c WHERE c.id = a.course_id);--> statement-breakpoint
UPDATE "audit" a SET "undone_by" = NULL WHERE a.undone_by IS NOT NULL AND NOT EXISTS (SELECT FROM "audit" b WHERE b.id = a.undone_by);--> statement-breakpoint
DELETE FROM "lesson_text" t WHERE NOT EXISTS (SELECT FROM "course" c WHERE c.id = t.course_id);--> statement-breakpoint
DELETE FROM "question" q WHERE NOT EXISTS (SELECT FROM "course" c WHERE c.id = q.course_id);--> statement-breakpoint
ALTER TABLE "hand_in" ADD CONSTRAINT "hand_in_marker_id_user_id_fk" FOREIGN KEY ("marker_id") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_history" ADD CONSTRAINT "mark_history_marker_id_user_id_fk" FOREIGN KEY ("marker_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action NOT VALID;--> statement-breakpoint
ALTER TABLE "grade_decision" ADD CONSTRAINT "grade_decision_decided_by_user_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action NOT VALID;--> statement-breakpoint
ALTER TABLE "lesson_text" ADD CONSTRAINT "lesson_text_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_undone_by" ON "audit" USING btree ("undone_by") WHERE "undone_by" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_actor_id_user_id_fk" FOREIGN KEY ("actor_id") REFERENCES "public"."user"("id") ON DELETE set null;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE set null;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_undone_by_audit_id_fk" FOREIGN KEY ("undone_by") REFERENCES "public"."audit"("id") ON DELETE set null;
