CREATE TABLE "daily_salts" (
	"day" date PRIMARY KEY NOT NULL,
	"salt" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tag_hits" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"name" text NOT NULL,
	"page" text NOT NULL,
	"data" jsonb NOT NULL,
	"at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tags" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "measuring" jsonb DEFAULT '{"mode":"cookie","words":{},"policy":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "submissions" ADD COLUMN "ran_lead_tags" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "tag_hits" ADD CONSTRAINT "tag_hits_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tags" ADD CONSTRAINT "tags_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "tag_hits_of_client" ON "tag_hits" USING btree ("client_id","id");--> statement-breakpoint
CREATE INDEX "tags_of_client" ON "tags" USING btree ("client_id","position");