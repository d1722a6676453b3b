CREATE TABLE "answer_file" (
	"sitting_id" uuid NOT NULL,
	"question_id" uuid NOT NULL,
	"hash" text NOT NULL,
	"name" text NOT NULL,
	"size" integer NOT NULL,
	"content_type" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "answer_file_sitting_id_question_id_hash_pk" PRIMARY KEY("sitting_id","question_id","hash")
);
--> statement-breakpoint
CREATE TABLE "sitting_marks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sitting_id" uuid NOT NULL,
	"marker_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"marks" jsonb NOT NULL,
	"finished" boolean NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "marking" text;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "marked_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "answer_file" ADD CONSTRAINT "answer_file_sitting_id_sitting_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sitting"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting_marks" ADD CONSTRAINT "sitting_marks_sitting_id_sitting_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sitting"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting_marks" ADD CONSTRAINT "sitting_marks_marker_id_user_id_fk" FOREIGN KEY ("marker_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "answer_file_hash" ON "answer_file" USING btree ("hash");--> statement-breakpoint
CREATE INDEX "sitting_marks_sitting" ON "sitting_marks" USING btree ("sitting_id","at");--> statement-breakpoint
CREATE INDEX "sitting_marking_state" ON "sitting" USING btree ("marking","handed_in_at") WHERE "sitting"."marking" is not null;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_marking_known" CHECK ("marking" IN ('handed-in', 'being-marked', 'marked'));--> statement-breakpoint
ALTER TABLE "question" DROP CONSTRAINT "question_kind_known";--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_kind_known" CHECK ("kind" IN ('one', 'several', 'true-false', 'short-text', 'number', 'gaps', 'order', 'matching', 'grouping', 'essay', 'files', 'opinion')) NOT VALID;--> statement-breakpoint
ALTER TABLE "bank_question" DROP CONSTRAINT "bank_question_kind_known";--> statement-breakpoint
ALTER TABLE "bank_question" ADD CONSTRAINT "bank_question_kind_known" CHECK ("kind" IN ('one', 'several', 'true-false', 'short-text', 'number', 'gaps', 'order', 'matching', 'grouping', 'essay', 'files', 'opinion')) NOT VALID;
