CREATE TABLE "campaigns" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"state" text DEFAULT 'draft' NOT NULL,
	"made_at" timestamptz NOT NULL,
	"sent_at" timestamptz,
	"sent_by" text DEFAULT '' NOT NULL,
	"paused_at" timestamptz,
	"paused_because" text DEFAULT '' NOT NULL,
	"resend_of" uuid,
	"removed_at" timestamptz,
	CONSTRAINT "campaigns_resend_of_unique" UNIQUE("resend_of")
);
--> statement-breakpoint
CREATE TABLE "message_links" (
	"code" text PRIMARY KEY NOT NULL,
	"message_id" uuid NOT NULL,
	"href" text NOT NULL,
	"name" text NOT NULL,
	"clicks" integer DEFAULT 0 NOT NULL,
	"clicked_at" timestamptz
);
--> statement-breakpoint
DROP INDEX "outbox_queued";--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "campaign_id" uuid;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "opened_at" timestamptz;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "opened_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "clicked_at" timestamptz;--> statement-breakpoint
ALTER TABLE "campaigns" ADD CONSTRAINT "campaigns_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message_links" ADD CONSTRAINT "message_links_message_id_outbox_id_fk" FOREIGN KEY ("message_id") REFERENCES "public"."outbox"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "campaigns_by_client" ON "campaigns" USING btree ("client_id","made_at");--> statement-breakpoint
CREATE INDEX "message_links_of_message" ON "message_links" USING btree ("message_id");--> statement-breakpoint
CREATE INDEX "message_links_clicked" ON "message_links" USING btree ("message_id","name") WHERE "message_links"."clicks" > 0;--> statement-breakpoint
CREATE INDEX "outbox_due" ON "outbox" USING btree ("due_at") WHERE "outbox"."state" = 'queued' and "outbox"."campaign_id" is null;--> statement-breakpoint
CREATE INDEX "outbox_due_in_campaigns" ON "outbox" USING btree ("due_at") WHERE "outbox"."state" = 'queued' and "outbox"."campaign_id" is not null;--> statement-breakpoint
CREATE INDEX "outbox_of_campaign" ON "outbox" USING btree ("campaign_id","state") WHERE "outbox"."campaign_id" is not null;