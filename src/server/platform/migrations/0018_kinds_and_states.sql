ALTER TABLE "lesson" ADD CONSTRAINT "lesson_kind_known" CHECK ("kind" IN ('reading', 'film', 'audio', 'document', 'quiz', 'assignment')) NOT VALID;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_state_known" CHECK ("state" IN ('planned', 'draft', 'ready')) NOT VALID;--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_kind_known" CHECK ("kind" IN ('one', 'several', 'true-false', 'short-text', 'number')) NOT VALID;--> statement-breakpoint
ALTER TABLE "media" ADD CONSTRAINT "media_kind_known" CHECK ("kind" IN ('film', 'audio', 'picture', 'document', 'captions', 'file')) NOT VALID;--> statement-breakpoint
ALTER TABLE "media" ADD CONSTRAINT "media_state_known" CHECK ("state" IN ('waiting', 'ready', 'failed')) NOT VALID;--> statement-breakpoint
ALTER TABLE "hand_in" ADD CONSTRAINT "hand_in_state_known" CHECK ("state" IN ('draft', 'handed-in', 'being-marked', 'marked')) NOT VALID;--> statement-breakpoint
ALTER TABLE "grade_decision" ADD CONSTRAINT "grade_decision_kind_known" CHECK ("kind" IN ('points', 'excused')) NOT VALID;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_kind_known" CHECK ("kind" IN ('do', 'undo', 'redo')) NOT VALID;--> statement-breakpoint
ALTER TABLE "user" ADD CONSTRAINT "user_role_known" CHECK ("role" IN ('owner', 'creator', 'marker', 'learner')) NOT VALID;--> statement-breakpoint
ALTER TABLE "course_staff" ADD CONSTRAINT "course_staff_role_known" CHECK ("role" IN ('creator', 'marker')) NOT VALID;--> statement-breakpoint
ALTER TABLE "progress" ADD CONSTRAINT "progress_state_known" CHECK ("state" IN ('empty', 'begun', 'done')) NOT VALID;--> statement-breakpoint
ALTER TABLE "statement" ADD CONSTRAINT "statement_verb_known" CHECK ("verb" IN ('experienced', 'progressed', 'attempted', 'completed', 'passed', 'failed')) NOT VALID;
