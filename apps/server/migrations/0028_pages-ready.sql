ALTER TABLE "pages" ADD COLUMN "ready" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "pages" ADD COLUMN "created_at" timestamptz DEFAULT now() NOT NULL;--> statement-breakpoint
-- When a page was made was not kept before: at the latest as it was first published or last changed.
UPDATE "pages" SET "created_at" = least("changed_at", coalesce((SELECT min("published_at") FROM "page_revisions" WHERE "page_revisions"."page_id" = "pages"."id"), "changed_at"));
