CREATE TABLE "quiz_board_name" (
	"enrolment_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "quiz_board_name_enrolment_id_lesson_id_pk" PRIMARY KEY("enrolment_id","lesson_id")
);
--> statement-breakpoint
ALTER TABLE "quiz_board_name" ADD CONSTRAINT "quiz_board_name_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "quiz_board_lesson" ON "quiz_board_name" USING btree ("lesson_id");