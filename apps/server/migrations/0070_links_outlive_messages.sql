ALTER TABLE "message_links" DROP CONSTRAINT "message_links_message_id_outbox_id_fk";
--> statement-breakpoint
ALTER TABLE "message_links" ALTER COLUMN "message_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "message_links" ADD COLUMN "client_id" uuid;--> statement-breakpoint
ALTER TABLE "message_links" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "message_links" ADD COLUMN "made_at" timestamptz;--> statement-breakpoint
UPDATE "message_links" AS l SET "client_id" = o."client_id", "person_id" = p."id", "made_at" = coalesce(o."sent_at", o."due_at")
FROM "outbox" AS o LEFT JOIN "people" AS p ON p."id" = o."person_id" WHERE o."id" = l."message_id";--> statement-breakpoint
ALTER TABLE "message_links" ALTER COLUMN "client_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "message_links" ALTER COLUMN "made_at" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "message_links" ADD CONSTRAINT "message_links_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message_links" ADD CONSTRAINT "message_links_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message_links" ADD CONSTRAINT "message_links_message_id_outbox_id_fk" FOREIGN KEY ("message_id") REFERENCES "public"."outbox"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "message_links_of_person" ON "message_links" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "message_links_made" ON "message_links" USING btree ("made_at");--> statement-breakpoint
CREATE OR REPLACE FUNCTION note_people_of_messages() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' THEN
    INSERT INTO people_changed (client_id, person_id)
    SELECT DISTINCT client_id, person_id FROM old_rows WHERE fact->>'kind' IN ('sent', 'texted', 'opened', 'clicked', 'replied');
  END IF;
  IF TG_OP <> 'DELETE' THEN
    INSERT INTO people_changed (client_id, person_id)
    SELECT DISTINCT client_id, person_id FROM new_rows WHERE fact->>'kind' IN ('sent', 'texted', 'opened', 'clicked', 'replied');
  END IF;
  RETURN NULL;
END $$;
