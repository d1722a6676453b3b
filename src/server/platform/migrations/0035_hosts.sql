CREATE TABLE "live_host" (
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"person_id" text NOT NULL,
	CONSTRAINT "live_host_lesson_id_person_id_pk" PRIMARY KEY("lesson_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "live_host" ADD CONSTRAINT "live_host_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_host" ADD CONSTRAINT "live_host_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "live_host_course" ON "live_host" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "live_host_person" ON "live_host" USING btree ("person_id");