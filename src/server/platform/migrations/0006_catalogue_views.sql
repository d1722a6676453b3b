CREATE TABLE "catalogue_view" (
	"id" uuid PRIMARY KEY NOT NULL,
	"owner_id" text NOT NULL,
	"name" text NOT NULL,
	"about" text NOT NULL,
	"look" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "catalogue_view" ADD CONSTRAINT "catalogue_view_owner_id_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;