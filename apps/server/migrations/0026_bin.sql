CREATE TABLE "bin" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"client_id" uuid,
	"name" text NOT NULL,
	"removed_at" timestamptz NOT NULL,
	"removed_by" text DEFAULT '' NOT NULL,
	CONSTRAINT "bin_once" UNIQUE("kind","subject_id")
);
--> statement-breakpoint
ALTER TABLE "pages" DROP CONSTRAINT "pages_address";--> statement-breakpoint
ALTER TABLE "pictures" DROP CONSTRAINT "pictures_once";--> statement-breakpoint
DROP INDEX "people_one_by_email";--> statement-breakpoint
DROP INDEX "people_one_by_phone";--> statement-breakpoint
ALTER TABLE "forms" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "pictures" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "templates" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "calendars" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "routing_rules" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "sequences" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
CREATE INDEX "bin_newest" ON "bin" USING btree ("client_id","removed_at" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "bin_oldest" ON "bin" USING btree ("removed_at");--> statement-breakpoint
CREATE UNIQUE INDEX "pages_address" ON "pages" USING btree ("client_id","slug") WHERE "pages"."removed_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "pictures_once" ON "pictures" USING btree ("client_id","hash") WHERE "pictures"."removed_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "people_one_by_email" ON "people" USING btree ("client_id","email_key") WHERE "people"."removed_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "people_one_by_phone" ON "people" USING btree ("client_id","phone_key") WHERE "people"."email_key" is null and "people"."removed_at" is null;--> statement-breakpoint
INSERT INTO "bin" ("id", "kind", "subject_id", "client_id", "name", "removed_at")
SELECT gen_random_uuid(), 'funnel', "id", "client_id", "name", "removed_at" FROM "funnels" WHERE "removed_at" IS NOT NULL;--> statement-breakpoint
INSERT INTO "bin" ("id", "kind", "subject_id", "client_id", "name", "removed_at")
SELECT gen_random_uuid(), 'page', "pages"."id", "pages"."client_id", "pages"."name", "pages"."removed_at"
FROM "pages" JOIN "funnels" ON "funnels"."id" = "pages"."funnel_id"
WHERE "pages"."removed_at" IS NOT NULL AND "pages"."removed_at" IS DISTINCT FROM "funnels"."removed_at";
