ALTER TABLE "statement" DROP CONSTRAINT "statement_verb_known";--> statement-breakpoint
ALTER TABLE "statement" ADD CONSTRAINT "statement_verb_known" CHECK ("verb" IN ('experienced', 'progressed', 'answered', 'attempted', 'completed', 'suspended', 'passed', 'failed')) NOT VALID;
