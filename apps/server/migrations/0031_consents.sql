CREATE TABLE "consents" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"purpose" text NOT NULL,
	"words" text NOT NULL,
	"submission_id" uuid NOT NULL,
	"page" text NOT NULL,
	"given_at" timestamptz NOT NULL,
	"withdrawn_at" timestamptz
);
--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "consents_of_person" ON "consents" USING btree ("person_id");