ALTER TABLE "agencies" ADD COLUMN "country" text DEFAULT 'US' NOT NULL;--> statement-breakpoint
ALTER TABLE "agencies" ADD COLUMN "locale" text DEFAULT 'en-US' NOT NULL;--> statement-breakpoint
ALTER TABLE "agencies" ADD COLUMN "currency" text DEFAULT 'USD' NOT NULL;