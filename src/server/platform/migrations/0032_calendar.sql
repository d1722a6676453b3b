CREATE TABLE "calendar_feed" (
	"person_id" text PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	CONSTRAINT "calendar_feed_token_unique" UNIQUE("token")
);
--> statement-breakpoint
ALTER TABLE "calendar_feed" ADD CONSTRAINT "calendar_feed_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;