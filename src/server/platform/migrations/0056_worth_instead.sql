ALTER TABLE "quiz_correction" ADD COLUMN "worth" integer;--> statement-breakpoint
ALTER TABLE "quiz_correction" DROP CONSTRAINT "quiz_correction_does_known";--> statement-breakpoint
ALTER TABLE "quiz_correction" ADD CONSTRAINT "quiz_correction_does_known" CHECK ("does" IN ('points-for-all', 'accept', 'leave-out', 'worth'));
