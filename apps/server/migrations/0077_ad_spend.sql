CREATE TABLE "ad_budgets" (
	"client_id" uuid PRIMARY KEY NOT NULL,
	"monthly" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "ad_spend" (
	"client_id" uuid NOT NULL,
	"day" date NOT NULL,
	"source" text NOT NULL,
	"campaign" text DEFAULT '' NOT NULL,
	"amount" bigint NOT NULL,
	CONSTRAINT "ad_spend_client_id_day_source_campaign_pk" PRIMARY KEY("client_id","day","source","campaign"),
	CONSTRAINT "ad_spend_above_nothing" CHECK ("ad_spend"."amount" > 0)
);
--> statement-breakpoint
ALTER TABLE "ad_budgets" ADD CONSTRAINT "ad_budgets_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ad_spend" ADD CONSTRAINT "ad_spend_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;