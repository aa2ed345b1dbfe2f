ALTER TABLE "people" ADD COLUMN "offers" text DEFAULT 'any' NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "follow_up_mail" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "mail_paused_until" timestamptz;