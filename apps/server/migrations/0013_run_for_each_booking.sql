DROP INDEX "sequence_runs_one_at_a_time";--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD COLUMN "occasion" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD COLUMN "only_from_event" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "sequence_runs_one_at_a_time" ON "sequence_runs" USING btree ("sequence_id","person_id","occasion") WHERE "sequence_runs"."state" = 'running';--> statement-breakpoint
-- Sequences that count from bookings have a run for each from now on.
UPDATE "sequences" SET "content" = jsonb_set("content", '{event,each}', 'true') WHERE "content" -> 'event' ->> 'kind' = 'booking';--> statement-breakpoint
UPDATE "sequence_runs" SET "occasion" = "booking_id"::text WHERE "booking_id" IS NOT NULL;
