CREATE TABLE "listings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"made_at" timestamptz NOT NULL,
	"changed_at" timestamptz NOT NULL,
	"removed_at" timestamptz,
	"number" text GENERATED ALWAYS AS (content->>'number') STORED,
	"status" text GENERATED ALWAYS AS (content->>'status') STORED,
	"town" text GENERATED ALWAYS AS (content->>'town') STORED,
	"postcode" text GENERATED ALWAYS AS (content->>'postcode') STORED,
	"listed_on" text GENERATED ALWAYS AS (coalesce(content->>'listedOn', '9999-12-31')) STORED,
	"price" bigint GENERATED ALWAYS AS ((content->>'price')::bigint) STORED,
	"search_text" text GENERATED ALWAYS AS (lower((content->>'street') || ' ' || (content->>'town') || ' ' || (content->>'postcode') || ' ' || (content->>'number'))) STORED
);
--> statement-breakpoint
ALTER TABLE "page_revisions" ADD COLUMN "listing" jsonb;--> statement-breakpoint
ALTER TABLE "listings" ADD CONSTRAINT "listings_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "listings_newest" ON "listings" USING btree ("client_id","listed_on" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE UNIQUE INDEX "listings_by_number" ON "listings" USING btree ("client_id","number") WHERE "listings"."removed_at" is null and "listings"."number" <> '';