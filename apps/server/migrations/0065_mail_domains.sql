CREATE TABLE "mail_domains" (
	"client_id" uuid NOT NULL,
	"domain" text NOT NULL,
	"selector" text NOT NULL,
	"public_key" text NOT NULL,
	"private_key" text NOT NULL,
	"state" text NOT NULL,
	"lost_at" timestamptz,
	"added_at" timestamptz NOT NULL,
	"checked_at" timestamptz,
	"check_due" timestamptz NOT NULL,
	"compared" jsonb NOT NULL,
	CONSTRAINT "mail_domains_client_id_domain_pk" PRIMARY KEY("client_id","domain")
);
--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "sender" jsonb DEFAULT '{"name":"","email":"","replyTo":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "mail_domains" ADD CONSTRAINT "mail_domains_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "mail_domains_due" ON "mail_domains" USING btree ("check_due");