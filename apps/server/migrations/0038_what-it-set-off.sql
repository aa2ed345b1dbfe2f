ALTER TABLE "submissions" ADD COLUMN "rules_missed" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "submission_id" uuid;--> statement-breakpoint
CREATE INDEX "outbox_of_submission" ON "outbox" USING btree ("submission_id") WHERE "outbox"."submission_id" is not null;