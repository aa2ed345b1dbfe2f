CREATE TABLE "confirmations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"submission_id" uuid NOT NULL,
	"email_key" text NOT NULL,
	"language" text NOT NULL,
	"sequences" jsonb NOT NULL,
	"asked_at" timestamptz NOT NULL,
	"confirmed_at" timestamptz,
	CONSTRAINT "confirmations_of_submission" UNIQUE("submission_id")
);
--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "erase_after_months" integer;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "erases_how" text DEFAULT 'erase' NOT NULL;--> statement-breakpoint
ALTER TABLE "consents" ADD COLUMN "must_confirm" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "consents" ADD COLUMN "confirmed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "language" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "zone" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "erase_at" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "anonymous_at" timestamptz;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "about_id" uuid;--> statement-breakpoint
ALTER TABLE "confirmations" ADD CONSTRAINT "confirmations_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "confirmations" ADD CONSTRAINT "confirmations_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "confirmations_of_person" ON "confirmations" USING btree ("person_id","email_key");--> statement-breakpoint
CREATE INDEX "people_to_erase" ON "people" USING btree ("erase_at") WHERE "people"."erase_at" is not null;--> statement-breakpoint
CREATE INDEX "outbox_about" ON "outbox" USING btree ("about_id") WHERE "outbox"."about_id" is not null;