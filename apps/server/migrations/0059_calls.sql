CREATE TABLE "calls" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"client_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"caller" text NOT NULL,
	"called" text NOT NULL,
	"source" text NOT NULL,
	"at" timestamptz NOT NULL,
	"seconds" integer,
	"answered" boolean NOT NULL,
	CONSTRAINT "calls_once" UNIQUE("client_id","caller","at")
);
--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "call_numbers" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "calls" ADD CONSTRAINT "calls_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calls" ADD CONSTRAINT "calls_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "calls_of_person" ON "calls" USING btree ("person_id");