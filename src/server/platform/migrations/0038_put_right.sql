CREATE TABLE "quiz_correction" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"question_id" uuid NOT NULL,
	"question_sum" text NOT NULL,
	"prompt" text NOT NULL,
	"does" text NOT NULL,
	"accepted" jsonb,
	"nobody_loses" boolean NOT NULL,
	"reason" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"dropped_by" text,
	"dropped_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "sitting_change" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sitting_id" uuid NOT NULL,
	"correction_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"points_before" integer NOT NULL,
	"of_before" integer NOT NULL,
	"points" integer NOT NULL,
	"of" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sitting_answer" ADD COLUMN "spent" integer;--> statement-breakpoint
ALTER TABLE "quiz_correction" ADD CONSTRAINT "quiz_correction_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quiz_correction" ADD CONSTRAINT "quiz_correction_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quiz_correction" ADD CONSTRAINT "quiz_correction_dropped_by_user_id_fk" FOREIGN KEY ("dropped_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting_change" ADD CONSTRAINT "sitting_change_sitting_id_sitting_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sitting"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting_change" ADD CONSTRAINT "sitting_change_correction_id_quiz_correction_id_fk" FOREIGN KEY ("correction_id") REFERENCES "public"."quiz_correction"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "quiz_correction_lesson" ON "quiz_correction" USING btree ("course_id","lesson_id");--> statement-breakpoint
CREATE INDEX "sitting_change_sitting" ON "sitting_change" USING btree ("sitting_id");--> statement-breakpoint
CREATE INDEX "sitting_change_correction" ON "sitting_change" USING btree ("correction_id");--> statement-breakpoint
ALTER TABLE "quiz_correction" ADD CONSTRAINT "quiz_correction_does_known" CHECK ("does" IN ('points-for-all', 'accept', 'leave-out'));--> statement-breakpoint
ALTER TABLE "sitting_answer" ADD CONSTRAINT "sitting_answer_spent_some" CHECK ("spent" >= 0);
