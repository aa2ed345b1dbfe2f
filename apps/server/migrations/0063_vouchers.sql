CREATE TABLE "voucher_pools" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"made_at" timestamptz NOT NULL,
	"removed_at" timestamptz
);
--> statement-breakpoint
CREATE TABLE "vouchers" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"client_id" uuid NOT NULL,
	"pool_id" uuid NOT NULL,
	"code" text NOT NULL,
	"code_key" text NOT NULL,
	"person_id" uuid,
	"given_at" timestamptz,
	"redeemed_at" timestamptz,
	"redeemed_by" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "voucher_pools" ADD CONSTRAINT "voucher_pools_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vouchers" ADD CONSTRAINT "vouchers_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vouchers" ADD CONSTRAINT "vouchers_pool_id_voucher_pools_id_fk" FOREIGN KEY ("pool_id") REFERENCES "public"."voucher_pools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vouchers" ADD CONSTRAINT "vouchers_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "voucher_pools_by_key" ON "voucher_pools" USING btree ("client_id",("content"->>'key')) WHERE "voucher_pools"."removed_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "vouchers_by_code" ON "vouchers" USING btree ("client_id","code_key");--> statement-breakpoint
CREATE UNIQUE INDEX "vouchers_one_for_each" ON "vouchers" USING btree ("pool_id","person_id") WHERE "vouchers"."person_id" is not null;--> statement-breakpoint
CREATE INDEX "vouchers_free" ON "vouchers" USING btree ("pool_id","id") WHERE "vouchers"."given_at" is null;--> statement-breakpoint
CREATE INDEX "vouchers_of_person" ON "vouchers" USING btree ("person_id") WHERE "vouchers"."person_id" is not null;