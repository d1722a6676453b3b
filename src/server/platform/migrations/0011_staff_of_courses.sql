DELETE FROM "course_staff" WHERE NOT EXISTS (SELECT 1 FROM "course" WHERE "course"."id" = "course_staff"."course_id");--> statement-breakpoint
ALTER TABLE "course_staff" ADD CONSTRAINT "course_staff_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "course"("id") ON DELETE cascade;
