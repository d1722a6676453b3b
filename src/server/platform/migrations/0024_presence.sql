CREATE UNLOGGED TABLE "presence" (
	"client" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"person_id" text NOT NULL,
	"name" text NOT NULL,
	"stage" text NOT NULL,
	"at" text,
	"until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "presence_course" ON "presence" USING btree ("course_id","until");--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_length" CHECK (char_length("name") <= 80 AND char_length("stage") <= 20 AND char_length("at") <= 40);
