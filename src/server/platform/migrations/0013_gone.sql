DROP TABLE "rate_limit" CASCADE;--> statement-breakpoint
DROP TABLE "sign_in_failure" CASCADE;