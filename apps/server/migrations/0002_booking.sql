CREATE EXTENSION IF NOT EXISTS btree_gist;--> statement-breakpoint
CREATE TABLE "bookings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"calendar_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"submission_id" uuid,
	"starts_at" timestamptz NOT NULL,
	"ends_at" timestamptz NOT NULL,
	"held_until" timestamptz NOT NULL,
	"alone" boolean NOT NULL,
	"state" text NOT NULL,
	"changes" integer DEFAULT 0 NOT NULL,
	"made_at" timestamptz NOT NULL,
	CONSTRAINT "bookings_end_after_start" CHECK ("bookings"."ends_at" > "bookings"."starts_at")
);
--> statement-breakpoint
CREATE TABLE "calendars" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "run_steps" ALTER COLUMN "due_at" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "sequence_runs" ALTER COLUMN "submission_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "text_consent" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "unsubscribed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "mail_refused_at" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "touched_at" timestamptz;--> statement-breakpoint
ALTER TABLE "run_steps" ADD COLUMN "left_out" text;--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD COLUMN "booking_id" uuid;--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD COLUMN "changed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD COLUMN "ended_because" text;--> statement-breakpoint
ALTER TABLE "post_room" ADD COLUMN "kind" text DEFAULT 'email' NOT NULL;--> statement-breakpoint
ALTER TABLE "post_room" ADD COLUMN "is_reply" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "post_room" ADD COLUMN "unsubscribe" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "post_room" ADD COLUMN "calendar" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "in_order" bigserial NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "expires_at" timestamptz;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "run_id" uuid;--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_calendar_id_calendars_id_fk" FOREIGN KEY ("calendar_id") REFERENCES "public"."calendars"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendars" ADD CONSTRAINT "calendars_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bookings_by_time" ON "bookings" USING btree ("calendar_id","starts_at");--> statement-breakpoint
CREATE INDEX "bookings_of_client" ON "bookings" USING btree ("client_id","starts_at");--> statement-breakpoint
CREATE INDEX "bookings_of_person" ON "bookings" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "calendars_by_client" ON "calendars" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "people_waiting" ON "people" USING btree ("client_id","added_at") WHERE "people"."touched_at" is null;--> statement-breakpoint
CREATE INDEX "sequence_runs_of_booking" ON "sequence_runs" USING btree ("booking_id");--> statement-breakpoint
CREATE INDEX "outbox_of_person" ON "outbox" USING btree ("person_id","in_order") WHERE "outbox"."state" = 'owed';--> statement-breakpoint
CREATE INDEX "outbox_failed" ON "outbox" USING btree ("client_id") WHERE "outbox"."state" = 'failed';--> statement-breakpoint
CREATE INDEX "outbox_of_run" ON "outbox" USING btree ("run_id");--> statement-breakpoint
-- In a calendar of one seat no two bookings that hold time overlap, whatever the program does.
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_never_doubled" EXCLUDE USING gist ("calendar_id" WITH =, tstzrange("starts_at", "held_until") WITH &&) WHERE ("alone" AND "state" <> 'cancelled');--> statement-breakpoint
-- Sequences from before events, late rules and quiet hours.
UPDATE "sequences" SET "content" = "content" || jsonb_build_object(
	'event', jsonb_build_object('kind', 'none'),
	'endsWhen', jsonb_build_array(jsonb_build_object('when', 'unsubscribed')),
	'quiet', null,
	'again', false,
	'steps', (SELECT coalesce(jsonb_agg(step || '{"side": "after", "late": "leave-out"}'::jsonb ORDER BY place), '[]'::jsonb) FROM jsonb_array_elements("content"->'steps') WITH ORDINALITY AS listed(step, place))
);
