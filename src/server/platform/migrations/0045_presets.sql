CREATE TABLE "quiz_preset" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"settings" jsonb NOT NULL,
	"is_default" boolean DEFAULT false NOT NULL,
	CONSTRAINT "quiz_preset_name_unique" UNIQUE("name")
);
--> statement-breakpoint
ALTER TABLE "sitting_answer" DROP CONSTRAINT "sitting_answer_length";--> statement-breakpoint
ALTER TABLE "sitting_answer" ADD CONSTRAINT "sitting_answer_length" CHECK (char_length("answer"::text) <= 400000) NOT VALID;
