CREATE TABLE "quiz_preset" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"settings" jsonb NOT NULL,
	"is_default" boolean DEFAULT false NOT NULL,
	CONSTRAINT "quiz_preset_name_unique" UNIQUE("name")
);
