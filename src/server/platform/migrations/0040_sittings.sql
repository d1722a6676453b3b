CREATE TABLE "extra_time" (
	"enrolment_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"minutes" integer NOT NULL,
	"given_by" text NOT NULL,
	"given_at" timestamp with time zone NOT NULL,
	CONSTRAINT "extra_time_enrolment_id_lesson_id_pk" PRIMARY KEY("enrolment_id","lesson_id")
);
--> statement-breakpoint
ALTER TABLE "bank_question" ADD COLUMN "category" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "question" ADD COLUMN "category" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "marks" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "reached" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "is_void" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "extra_time" ADD CONSTRAINT "extra_time_enrolment_id_enrolment_id_fk" FOREIGN KEY ("enrolment_id") REFERENCES "public"."enrolment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "extra_time" ADD CONSTRAINT "extra_time_given_by_user_id_fk" FOREIGN KEY ("given_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;