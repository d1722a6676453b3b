CREATE TABLE "lesson_unlock" (
	"learner_id" text NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"wrong" integer DEFAULT 0 NOT NULL,
	"tried_at" timestamp with time zone NOT NULL,
	"opened_at" timestamp with time zone,
	CONSTRAINT "lesson_unlock_learner_id_lesson_id_pk" PRIMARY KEY("learner_id","lesson_id")
);
--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "password" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson_unlock" ADD CONSTRAINT "lesson_unlock_learner_id_user_id_fk" FOREIGN KEY ("learner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lesson_unlock_course" ON "lesson_unlock" USING btree ("course_id");