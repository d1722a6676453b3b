CREATE TABLE "sitting_answer" (
	"sitting_id" uuid NOT NULL,
	"question_id" uuid NOT NULL,
	"answer" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "sitting_answer_sitting_id_question_id_pk" PRIMARY KEY("sitting_id","question_id")
);
--> statement-breakpoint
ALTER TABLE "sitting_answer" ADD CONSTRAINT "sitting_answer_sitting_id_sitting_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sitting"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting_answer" ADD CONSTRAINT "sitting_answer_length" CHECK (char_length("answer"::text) <= 20000) NOT VALID;--> statement-breakpoint
INSERT INTO "sitting_answer" ("sitting_id", "question_id", "answer", "at")
  SELECT s.id, given.key::uuid, given.value, coalesce(s.handed_in_at, s.started_at)
  FROM "sitting" s, jsonb_each(s.answers) given
  WHERE given.key ~ '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$';--> statement-breakpoint
ALTER TABLE "sitting" DROP COLUMN "answers";