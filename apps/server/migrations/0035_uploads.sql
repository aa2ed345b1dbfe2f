CREATE TABLE "uploads" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"form_id" uuid NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"bytes" integer NOT NULL,
	"submission_id" uuid,
	"expires_at" timestamptz
);
--> statement-breakpoint
ALTER TABLE "uploads" ADD CONSTRAINT "uploads_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "uploads_of_submission" ON "uploads" USING btree ("submission_id");--> statement-breakpoint
CREATE INDEX "uploads_over" ON "uploads" USING btree ("expires_at") WHERE "uploads"."expires_at" is not null;