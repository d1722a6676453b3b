CREATE TABLE "live_guest" (
	"room_id" uuid NOT NULL,
	"person_id" text NOT NULL,
	"is_host" boolean NOT NULL,
	"hand_at" timestamp with time zone,
	"speaks" boolean NOT NULL,
	"joined_at" timestamp with time zone NOT NULL,
	CONSTRAINT "live_guest_room_id_person_id_pk" PRIMARY KEY("room_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "live_line" (
	"id" uuid PRIMARY KEY NOT NULL,
	"room_id" uuid NOT NULL,
	"person_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"words" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "live_room" (
	"id" uuid PRIMARY KEY NOT NULL,
	"course_id" uuid NOT NULL,
	"lesson_id" uuid NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"started_at" timestamp with time zone,
	"ended_at" timestamp with time zone,
	"host_id" text,
	CONSTRAINT "live_room_meeting" UNIQUE("lesson_id","starts_at")
);
--> statement-breakpoint
CREATE TABLE "live_stay" (
	"id" uuid PRIMARY KEY NOT NULL,
	"room_id" uuid NOT NULL,
	"person_id" text NOT NULL,
	"from" timestamp with time zone NOT NULL,
	"until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "live" jsonb;--> statement-breakpoint
ALTER TABLE "live_guest" ADD CONSTRAINT "live_guest_room_id_live_room_id_fk" FOREIGN KEY ("room_id") REFERENCES "public"."live_room"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_guest" ADD CONSTRAINT "live_guest_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_line" ADD CONSTRAINT "live_line_guest" FOREIGN KEY ("room_id","person_id") REFERENCES "public"."live_guest"("room_id","person_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_room" ADD CONSTRAINT "live_room_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_room" ADD CONSTRAINT "live_room_host_id_user_id_fk" FOREIGN KEY ("host_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_stay" ADD CONSTRAINT "live_stay_guest" FOREIGN KEY ("room_id","person_id") REFERENCES "public"."live_guest"("room_id","person_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "live_line_room" ON "live_line" USING btree ("room_id","at");--> statement-breakpoint
CREATE INDEX "live_room_course" ON "live_room" USING btree ("course_id");--> statement-breakpoint
CREATE INDEX "live_stay_room" ON "live_stay" USING btree ("room_id","person_id");--> statement-breakpoint
ALTER TABLE "lesson" DROP CONSTRAINT "lesson_kind_known";--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_kind_known" CHECK ("kind" IN ('reading', 'film', 'audio', 'document', 'link', 'live', 'quiz', 'assignment')) NOT VALID;--> statement-breakpoint
ALTER TABLE "live_line" ADD CONSTRAINT "live_line_words_length" CHECK (char_length("words") <= 2000);
