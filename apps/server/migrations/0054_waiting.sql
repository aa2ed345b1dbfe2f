CREATE TABLE "waits" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"client_id" uuid NOT NULL,
	"person_id" uuid,
	"started_at" timestamptz NOT NULL,
	"promised_by" timestamptz NOT NULL,
	"ended_at" timestamptz NOT NULL,
	"how" text NOT NULL,
	"open_seconds" integer NOT NULL,
	"seconds" integer NOT NULL,
	"batch" uuid
);
--> statement-breakpoint
DROP INDEX "people_waiting";--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "waiting_since" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "promised_by" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "warn_at" timestamptz;--> statement-breakpoint
ALTER TABLE "waits" ADD CONSTRAINT "waits_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waits" ADD CONSTRAINT "waits_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "waits_ended" ON "waits" USING btree ("client_id","ended_at");--> statement-breakpoint
CREATE INDEX "waits_of_person" ON "waits" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "waits_of_batch" ON "waits" USING btree ("batch");--> statement-breakpoint
CREATE INDEX "people_who_wait" ON "people" USING btree ("client_id","waiting_since") WHERE "people"."waiting_since" is not null;--> statement-breakpoint
CREATE INDEX "people_to_warn_of" ON "people" USING btree ("warn_at") WHERE "people"."warn_at" is not null;--> statement-breakpoint
-- Who waited until now goes on waiting. The hours of the client are asked from the next submission on.
UPDATE "people" AS p
SET "waiting_since" = p."added_at",
    "promised_by" = p."added_at" + make_interval(mins => coalesce((c."facts"->>'promiseMinutes')::int, 60))
FROM "clients" AS c
WHERE c."id" = p."client_id" AND p."touched_at" IS NULL AND p."removed_at" IS NULL AND p."submission_count" > 0
  AND NOT EXISTS (SELECT FROM "bookings" AS b WHERE b."person_id" = p."id" AND b."state" <> 'cancelled');
