CREATE TABLE "domains" (
	"host" text PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"shown" text NOT NULL,
	"proof" text NOT NULL,
	"state" text NOT NULL,
	"lost_at" timestamptz,
	"added_at" timestamptz NOT NULL,
	"checked_at" timestamptz,
	"check_due" timestamptz NOT NULL,
	"compared" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stand_in_records" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "remarks" (
	"id" serial PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"link_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"part" text NOT NULL,
	"x" real NOT NULL,
	"y" real NOT NULL,
	"who" text NOT NULL,
	"words" text NOT NULL,
	"at" timestamptz NOT NULL,
	"done_at" timestamptz
);
--> statement-breakpoint
CREATE TABLE "review_links" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"funnel_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"created_by" uuid,
	"created_at" timestamptz NOT NULL,
	"expires_at" timestamptz NOT NULL,
	"closed_at" timestamptz,
	"approved_at" timestamptz,
	"approved_by" text,
	CONSTRAINT "review_links_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "domains" ADD CONSTRAINT "domains_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remarks" ADD CONSTRAINT "remarks_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remarks" ADD CONSTRAINT "remarks_link_id_review_links_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."review_links"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remarks" ADD CONSTRAINT "remarks_page_id_pages_id_fk" FOREIGN KEY ("page_id") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "review_links" ADD CONSTRAINT "review_links_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "review_links" ADD CONSTRAINT "review_links_funnel_id_funnels_id_fk" FOREIGN KEY ("funnel_id") REFERENCES "public"."funnels"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "domains_by_client" ON "domains" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "domains_due" ON "domains" USING btree ("check_due");--> statement-breakpoint
CREATE UNIQUE INDEX "stand_in_records_once" ON "stand_in_records" USING btree ("name","type","value");--> statement-breakpoint
CREATE INDEX "remarks_by_link" ON "remarks" USING btree ("link_id");--> statement-breakpoint
CREATE INDEX "review_links_by_funnel" ON "review_links" USING btree ("funnel_id");