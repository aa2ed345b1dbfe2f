-- Names become the ones that the program and its words use now.
ALTER TABLE "people" RENAME COLUMN "owner_id" TO "assignee_id";--> statement-breakpoint
ALTER TABLE "people" RENAME CONSTRAINT "people_owner_id_users_id_fk" TO "people_assignee_id_users_id_fk";--> statement-breakpoint
ALTER TABLE "submissions" RENAME COLUMN "rules_met" TO "rules_matched";--> statement-breakpoint
UPDATE "timeline" SET "fact" = jsonb_set("fact", '{kind}', CASE "fact"->>'kind' WHEN 'given' THEN '"assigned"' WHEN 'met' THEN '"matched"' ELSE '"notified"' END::jsonb) WHERE "fact"->>'kind' IN ('given', 'met', 'told');--> statement-breakpoint
DROP INDEX "run_steps_due";--> statement-breakpoint
DROP INDEX "outbox_owed";--> statement-breakpoint
DROP INDEX "outbox_of_person";--> statement-breakpoint
DROP INDEX "outbox_over";--> statement-breakpoint
UPDATE "run_steps" SET "state" = 'planned' WHERE "state" = 'waiting';--> statement-breakpoint
CREATE INDEX "run_steps_due" ON "run_steps" USING btree ("due_at","nominal_at","position","id") WHERE "run_steps"."state" = 'planned';--> statement-breakpoint
-- A message holds its template and the values of its merge fields; one that was finished before stays as it was.
CREATE TABLE "message_templates" (
	"id" text PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "message_templates" ADD CONSTRAINT "message_templates_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "kind" text;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "to" text;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "from" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "content" jsonb;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "title" text;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "origin" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "left_out" text;--> statement-breakpoint
UPDATE "outbox" SET
	"kind" = "payload"->>'kind',
	"to" = "payload"->>'to',
	"from" = CASE WHEN "payload"->>'kind' = 'text' THEN "payload"->>'from' ELSE '' END,
	"title" = CASE WHEN "payload"->>'kind' = 'text' THEN left("payload"->>'body', 60) ELSE "payload"->>'subject' END,
	"content" = jsonb_build_object('as', 'finished', 'payload', "payload"),
	"state" = CASE "state" WHEN 'owed' THEN 'queued' WHEN 'dropped' THEN 'left-out' ELSE "state" END,
	"left_out" = CASE "last_error" WHEN 'its event was over' THEN 'event-past' WHEN 'its event changed' THEN 'event-changed' WHEN 'the address stopped notices' THEN 'notices-stopped' WHEN 'mail to them is refused' THEN 'mail-refused' WHEN 'they unsubscribed' THEN 'unsubscribed' WHEN 'they stopped texts' THEN 'no-text-consent' END;--> statement-breakpoint
ALTER TABLE "outbox" ALTER COLUMN "kind" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ALTER COLUMN "to" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ALTER COLUMN "content" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ALTER COLUMN "title" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" DROP COLUMN "payload";--> statement-breakpoint
CREATE INDEX "outbox_to" ON "outbox" USING btree (lower("to"));--> statement-breakpoint
CREATE INDEX "outbox_queued" ON "outbox" USING btree ("due_at") WHERE "outbox"."state" = 'queued';--> statement-breakpoint
CREATE INDEX "outbox_of_person" ON "outbox" USING btree ("person_id","in_order") WHERE "outbox"."state" = 'queued';--> statement-breakpoint
CREATE INDEX "outbox_over" ON "outbox" USING btree ("due_at") WHERE "outbox"."state" <> 'queued';
