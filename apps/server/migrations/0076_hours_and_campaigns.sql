CREATE TABLE "page_hours" (
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"hour" timestamptz NOT NULL,
	"visitors" integer NOT NULL,
	"converted" integer NOT NULL,
	"leads" integer NOT NULL,
	CONSTRAINT "page_hours_page_id_hour_pk" PRIMARY KEY("page_id","hour")
);
--> statement-breakpoint
ALTER TABLE "page_days" ADD COLUMN "campaign" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "page_days" DROP CONSTRAINT "page_days_page_id_day_source_device_pk";--> statement-breakpoint
ALTER TABLE "page_days" ADD CONSTRAINT "page_days_page_id_day_source_device_campaign_pk" PRIMARY KEY("page_id","day","source","device","campaign");--> statement-breakpoint
ALTER TABLE "page_visitors" ADD COLUMN "campaign" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "page_visitors" ADD COLUMN "hour" timestamptz;--> statement-breakpoint
ALTER TABLE "page_hours" ADD CONSTRAINT "page_hours_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "page_hours_by_client" ON "page_hours" USING btree ("client_id","hour");