ALTER TABLE "client_staff" ADD COLUMN "license" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "client_staff" ADD COLUMN "brokerage" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "client_staff" ADD COLUMN "phone" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "client_staff" ADD COLUMN "office_phone" text DEFAULT '' NOT NULL;