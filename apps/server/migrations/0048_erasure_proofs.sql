CREATE TABLE "erasure_proofs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"how" text NOT NULL,
	"because" text NOT NULL,
	"at" timestamptz NOT NULL,
	"counts" jsonb NOT NULL,
	"fingerprints" text[] NOT NULL
);
--> statement-breakpoint
DROP INDEX "outbox_of_person";--> statement-breakpoint
ALTER TABLE "erasure_proofs" ADD CONSTRAINT "erasure_proofs_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "erasure_proofs_newest" ON "erasure_proofs" USING btree ("client_id","at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "outbox_of_person" ON "outbox" USING btree ("person_id","in_order") WHERE "outbox"."person_id" is not null;