ALTER TABLE "page_days" ADD COLUMN "converted" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "page_visitors" ADD COLUMN "source" text DEFAULT 'Direct' NOT NULL;--> statement-breakpoint
ALTER TABLE "page_visitors" ADD COLUMN "device" text DEFAULT 'wide' NOT NULL;--> statement-breakpoint
ALTER TABLE "page_visitors" ADD COLUMN "is_lead" boolean DEFAULT false NOT NULL;--> statement-breakpoint
-- What is known of earlier days: as many as there were leads, and no more than there were visitors.
UPDATE "page_days" SET "converted" = least("leads", "visitors");
