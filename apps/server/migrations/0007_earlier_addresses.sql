CREATE TABLE "earlier_addresses" (
	"client_id" uuid NOT NULL,
	"slug" text NOT NULL,
	"page_id" uuid NOT NULL,
	CONSTRAINT "earlier_addresses_client_id_slug_pk" PRIMARY KEY("client_id","slug")
);
--> statement-breakpoint
ALTER TABLE "earlier_addresses" ADD CONSTRAINT "earlier_addresses_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "earlier_addresses" ADD CONSTRAINT "earlier_addresses_page_id_pages_id_fk" FOREIGN KEY ("page_id") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;