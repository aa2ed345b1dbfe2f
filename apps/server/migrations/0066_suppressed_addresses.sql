CREATE TABLE "suppressed_addresses" (
	"client_id" uuid NOT NULL,
	"address" text NOT NULL,
	"reason" text NOT NULL,
	"by" text DEFAULT '' NOT NULL,
	"at" timestamptz NOT NULL,
	CONSTRAINT "suppressed_addresses_client_id_address_pk" PRIMARY KEY("client_id","address")
);
--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "complained_at" timestamptz;--> statement-breakpoint
ALTER TABLE "suppressed_addresses" ADD CONSTRAINT "suppressed_addresses_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;