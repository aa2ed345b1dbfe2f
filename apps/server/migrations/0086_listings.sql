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
	"town_key" text GENERATED ALWAYS AS (lower(trim(content->>'town'))) STORED,
	"postcode_key" text GENERATED ALWAYS AS (lower(trim(content->>'postcode'))) STORED,
	"listed_on" date GENERATED ALWAYS AS (coalesce(make_date(substr(content->>'listedOn', 1, 4)::int, substr(content->>'listedOn', 6, 2)::int, substr(content->>'listedOn', 9, 2)::int), date '9999-12-31')) STORED,
	"contract_on" date GENERATED ALWAYS AS (make_date(substr(content->>'contractOn', 1, 4)::int, substr(content->>'contractOn', 6, 2)::int, substr(content->>'contractOn', 9, 2)::int)) STORED,
	"sold_on" date GENERATED ALWAYS AS (make_date(substr(content->>'soldOn', 1, 4)::int, substr(content->>'soldOn', 6, 2)::int, substr(content->>'soldOn', 9, 2)::int)) STORED,
	"left_on" date GENERATED ALWAYS AS (least(make_date(substr(content->>'contractOn', 1, 4)::int, substr(content->>'contractOn', 6, 2)::int, substr(content->>'contractOn', 9, 2)::int), make_date(substr(content->>'soldOn', 1, 4)::int, substr(content->>'soldOn', 6, 2)::int, substr(content->>'soldOn', 9, 2)::int), make_date(substr(content->>'withdrawnOn', 1, 4)::int, substr(content->>'withdrawnOn', 6, 2)::int, substr(content->>'withdrawnOn', 9, 2)::int))) STORED,
	"sold_price" bigint GENERATED ALWAYS AS ((content->>'soldPrice')::bigint) STORED,
	"square_meters" double precision GENERATED ALWAYS AS ((content->'size'->>'amount')::float8 * case content->'size'->>'unit' when 'sqft' then 0.09290304 when 'acres' then 4046.8564224 when 'hectares' then 10000 else 1 end) STORED,
	"lat" double precision GENERATED ALWAYS AS ((content->'place'->>'lat')::float8) STORED,
	"lng" double precision GENERATED ALWAYS AS ((content->'place'->>'lng')::float8) STORED,
	"price" bigint GENERATED ALWAYS AS ((content->>'price')::bigint) STORED,
	"search_text" text GENERATED ALWAYS AS (lower((content->>'street') || ' ' || (content->>'town') || ' ' || (content->>'postcode') || ' ' || (content->>'number'))) STORED
);
--> statement-breakpoint
CREATE TABLE "areas" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"made_at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "page_revisions" ADD COLUMN "listing" jsonb;--> statement-breakpoint
ALTER TABLE "listings" ADD CONSTRAINT "listings_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "areas" ADD CONSTRAINT "areas_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "listings_newest" ON "listings" USING btree ("client_id","listed_on" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "listings_of_market" ON "listings" USING btree ("client_id","postcode_key","town_key","lat","lng","status","price","sold_price","square_meters","listed_on","contract_on","sold_on","left_on") WHERE "listings"."removed_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "listings_by_number" ON "listings" USING btree ("client_id","number") WHERE "listings"."removed_at" is null and "listings"."number" <> '';--> statement-breakpoint
CREATE INDEX "areas_of_client" ON "areas" USING btree ("client_id");