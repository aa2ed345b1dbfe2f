CREATE TABLE "visit_events" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"variation_id" uuid,
	"kind" text NOT NULL,
	"target" text,
	"visitor_id" text NOT NULL,
	"device" text NOT NULL,
	"source" text NOT NULL,
	"first_source" text NOT NULL,
	"origin" jsonb NOT NULL,
	"at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "source_rules" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "last_source" text DEFAULT 'Direct' NOT NULL;--> statement-breakpoint
ALTER TABLE "submissions" ADD COLUMN "first_source" text DEFAULT 'Direct' NOT NULL;--> statement-breakpoint
ALTER TABLE "submissions" ADD COLUMN "origins" jsonb;--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_events_of_client" ON "visit_events" USING btree ("client_id","at");--> statement-breakpoint
CREATE INDEX "visit_events_by_time" ON "visit_events" USING btree ("at");--> statement-breakpoint
UPDATE "submissions" SET "first_source" = p."source" FROM "people" AS p WHERE p."id" = "submissions"."person_id";--> statement-breakpoint
UPDATE "people" SET "last_source" = coalesce((SELECT s."source" FROM "submissions" AS s WHERE s."person_id" = "people"."id" ORDER BY s."received_at" DESC LIMIT 1), "people"."source");
