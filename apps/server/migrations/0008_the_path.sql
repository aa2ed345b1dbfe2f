ALTER TABLE "pages" ALTER COLUMN "position" SET DATA TYPE double precision;--> statement-breakpoint
ALTER TABLE "funnels" ADD COLUMN "folder" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "funnels" ADD COLUMN "head" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "funnels" ADD COLUMN "body" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "funnels" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "page_revisions" ADD COLUMN "next_page" uuid;--> statement-breakpoint
ALTER TABLE "page_revisions" ADD COLUMN "head" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "page_revisions" ADD COLUMN "body" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "pages" ADD COLUMN "offline" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "pages" ADD COLUMN "leads_to" uuid;--> statement-breakpoint
ALTER TABLE "pages" ADD COLUMN "changed_at" timestamptz DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "pages" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
-- What is live led to the step after it.
UPDATE "page_revisions" SET "next_page" = "beside"."id" FROM "pages", "pages" AS "beside"
  WHERE "pages"."id" = "page_revisions"."page_id" AND "beside"."funnel_id" = "pages"."funnel_id" AND "beside"."position" = "pages"."position" + 1;
