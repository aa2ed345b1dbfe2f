ALTER TABLE "uploads" ALTER COLUMN "form_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "uploads" ADD COLUMN "message_id" uuid;--> statement-breakpoint
CREATE INDEX "uploads_of_message" ON "uploads" USING btree ("message_id");