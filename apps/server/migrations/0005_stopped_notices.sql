CREATE TABLE "stopped_notices" (
	"client_id" uuid NOT NULL,
	"address" text NOT NULL,
	"stopped_at" timestamptz NOT NULL,
	CONSTRAINT "stopped_notices_client_id_address_pk" PRIMARY KEY("client_id","address")
);
--> statement-breakpoint
ALTER TABLE "stopped_notices" ADD CONSTRAINT "stopped_notices_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;