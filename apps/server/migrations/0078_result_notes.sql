CREATE TABLE "result_notes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"day" date NOT NULL,
	"words" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "result_notes" ADD CONSTRAINT "result_notes_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "result_notes_of_client" ON "result_notes" USING btree ("client_id","day");