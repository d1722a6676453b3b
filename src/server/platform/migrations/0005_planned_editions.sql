CREATE TABLE "planned_edition" (
	"course_id" uuid PRIMARY KEY NOT NULL,
	"number" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"wall" text NOT NULL,
	"zone" text NOT NULL,
	"planned_by" text NOT NULL,
	"problem" text
);
--> statement-breakpoint
ALTER TABLE "planned_edition" ADD CONSTRAINT "planned_edition_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_edition" ADD CONSTRAINT "planned_edition_planned_by_user_id_fk" FOREIGN KEY ("planned_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;