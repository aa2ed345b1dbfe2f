ALTER TABLE "page_days" ADD COLUMN "new_leads" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "page_days" SET "new_leads" = "leads";
