CREATE TABLE "drawn" (
	"id" uuid PRIMARY KEY NOT NULL,
	"hand_in_id" uuid NOT NULL,
	"place" integer NOT NULL,
	"thing" jsonb NOT NULL,
	"marker_id" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "drawn_step" (
	"id" uuid PRIMARY KEY NOT NULL,
	"hand_in_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"kind" text NOT NULL,
	"before" jsonb NOT NULL,
	"after" jsonb NOT NULL,
	"marker_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"why" text DEFAULT '' NOT NULL,
	CONSTRAINT "drawn_step_kind_known" CHECK ("drawn_step"."kind" in ('do', 'undo', 'redo'))
);
--> statement-breakpoint
CREATE TABLE "script" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"name" text NOT NULL,
	"pages" jsonb NOT NULL,
	"enrolment_id" uuid,
	"loaded_by" text,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "drawn" ADD CONSTRAINT "drawn_hand_in_id_hand_in_id_fk" FOREIGN KEY ("hand_in_id") REFERENCES "public"."hand_in"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drawn" ADD CONSTRAINT "drawn_marker_id_user_id_fk" FOREIGN KEY ("marker_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drawn_step" ADD CONSTRAINT "drawn_step_hand_in_id_hand_in_id_fk" FOREIGN KEY ("hand_in_id") REFERENCES "public"."hand_in"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drawn_step" ADD CONSTRAINT "drawn_step_marker_id_user_id_fk" FOREIGN KEY ("marker_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "script" ADD CONSTRAINT "script_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "script" ADD CONSTRAINT "script_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "script" ADD CONSTRAINT "script_loaded_by_user_id_fk" FOREIGN KEY ("loaded_by") REFERENCES "public"."user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "drawn_hand_in" ON "drawn" USING btree ("hand_in_id","place");--> statement-breakpoint
CREATE UNIQUE INDEX "drawn_step_number" ON "drawn_step" USING btree ("hand_in_id","number");--> statement-breakpoint
CREATE INDEX "script_table" ON "script" USING btree ("course_id","lesson_id","at");