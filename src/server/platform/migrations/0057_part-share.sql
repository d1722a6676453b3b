CREATE TABLE "part_share" (
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"part_id" uuid NOT NULL,
	"marker_id" text NOT NULL,
	"shared_at" timestamp with time zone NOT NULL,
	CONSTRAINT "part_share_course_id_lesson_id_part_id_pk" PRIMARY KEY("course_id","lesson_id","part_id")
);
--> statement-breakpoint
ALTER TABLE "part_share" ADD CONSTRAINT "part_share_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_share" ADD CONSTRAINT "part_share_marker_id_user_id_fk" FOREIGN KEY ("marker_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;