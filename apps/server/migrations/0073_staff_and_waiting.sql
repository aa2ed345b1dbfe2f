CREATE TABLE "busy_feeds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"address" text NOT NULL,
	"read_at" timestamptz,
	"problem" text,
	"failures" integer DEFAULT 0 NOT NULL,
	"next_at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE "busy_times" (
	"feed_id" uuid NOT NULL,
	"starts_at" timestamptz NOT NULL,
	"ends_at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE "staff_times" (
	"staff_id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "time_off" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"starts_at" timestamptz NOT NULL,
	"ends_at" timestamptz NOT NULL,
	"note" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "calendar_feeds" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"calendar_id" uuid,
	"staff_id" uuid,
	"made_at" timestamptz NOT NULL,
	CONSTRAINT "calendar_feeds_calendar_id_unique" UNIQUE("calendar_id"),
	CONSTRAINT "calendar_feeds_staff_id_unique" UNIQUE("staff_id"),
	CONSTRAINT "calendar_feeds_of_one" CHECK (num_nonnulls("calendar_feeds"."calendar_id", "calendar_feeds"."staff_id") = 1)
);
--> statement-breakpoint
CREATE TABLE "waiting_list" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"calendar_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"submission_id" uuid,
	"wants" timestamptz,
	"state" text NOT NULL,
	"since" timestamptz NOT NULL,
	"offered_start" timestamptz,
	"offered_end" timestamptz,
	"offered_staff" uuid,
	"offered_until" timestamptz
);
--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "staff_id" uuid;--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "holder" uuid;--> statement-breakpoint
UPDATE "bookings" SET "holder" = "calendar_id";--> statement-breakpoint
ALTER TABLE "bookings" ALTER COLUMN "holder" SET NOT NULL;--> statement-breakpoint
-- Where a calendar has staff it is each of them who can't be in two places, in whatever calendar.
ALTER TABLE "bookings" DROP CONSTRAINT "bookings_never_doubled";--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_never_doubled" EXCLUDE USING gist ("holder" WITH =, tstzrange("starts_at", "held_until") WITH &&) WHERE ("alone" AND "state" <> 'cancelled');--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "place" text;--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "answers" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "deposit" jsonb;--> statement-breakpoint
ALTER TABLE "busy_feeds" ADD CONSTRAINT "busy_feeds_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "busy_feeds" ADD CONSTRAINT "busy_feeds_staff_id_client_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."client_staff"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "busy_times" ADD CONSTRAINT "busy_times_feed_id_busy_feeds_id_fk" FOREIGN KEY ("feed_id") REFERENCES "public"."busy_feeds"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "staff_times" ADD CONSTRAINT "staff_times_staff_id_client_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."client_staff"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "staff_times" ADD CONSTRAINT "staff_times_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "time_off" ADD CONSTRAINT "time_off_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "time_off" ADD CONSTRAINT "time_off_staff_id_client_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."client_staff"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_calendar_id_calendars_id_fk" FOREIGN KEY ("calendar_id") REFERENCES "public"."calendars"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_staff_id_client_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."client_staff"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting_list" ADD CONSTRAINT "waiting_list_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting_list" ADD CONSTRAINT "waiting_list_calendar_id_calendars_id_fk" FOREIGN KEY ("calendar_id") REFERENCES "public"."calendars"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting_list" ADD CONSTRAINT "waiting_list_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "busy_feeds_of_staff" ON "busy_feeds" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "busy_feeds_by_next" ON "busy_feeds" USING btree ("next_at");--> statement-breakpoint
CREATE INDEX "busy_times_of_feed" ON "busy_times" USING btree ("feed_id","ends_at");--> statement-breakpoint
CREATE INDEX "time_off_of_staff" ON "time_off" USING btree ("staff_id","ends_at");--> statement-breakpoint
CREATE INDEX "waiting_list_in_order" ON "waiting_list" USING btree ("calendar_id","state","since");--> statement-breakpoint
CREATE INDEX "waiting_list_of_person" ON "waiting_list" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "waiting_list_by_offer" ON "waiting_list" USING btree ("offered_until") WHERE "waiting_list"."state" = 'offered';--> statement-breakpoint
CREATE UNIQUE INDEX "waiting_list_once" ON "waiting_list" USING btree ("calendar_id","person_id",coalesce("wants", '-infinity')) WHERE "waiting_list"."state" in ('waiting', 'offered');--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_staff_id_client_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."client_staff"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bookings_of_staff" ON "bookings" USING btree ("staff_id","starts_at");