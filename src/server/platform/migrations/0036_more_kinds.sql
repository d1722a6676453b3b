ALTER TABLE "question" DROP CONSTRAINT "question_kind_known";--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_kind_known" CHECK ("kind" IN ('one', 'several', 'true-false', 'short-text', 'number', 'gaps', 'order', 'matching', 'grouping')) NOT VALID;
