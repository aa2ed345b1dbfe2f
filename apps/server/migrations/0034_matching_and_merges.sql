CREATE TABLE "distinct_people" (
	"client_id" uuid NOT NULL,
	"one" uuid NOT NULL,
	"other" uuid NOT NULL,
	CONSTRAINT "distinct_people_one_other_pk" PRIMARY KEY("one","other")
);
--> statement-breakpoint
CREATE TABLE "merges" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"other_id" uuid NOT NULL,
	"other_name" text NOT NULL,
	"moved" jsonb NOT NULL,
	"before" jsonb NOT NULL,
	"after" jsonb NOT NULL,
	"merged_at" timestamptz NOT NULL,
	"by" text NOT NULL,
	"undone_at" timestamptz
);
--> statement-breakpoint
DROP INDEX "people_one_by_email";--> statement-breakpoint
DROP INDEX "people_one_by_phone";--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "matching" text DEFAULT 'email' NOT NULL;--> statement-breakpoint
ALTER TABLE "also_given" ADD COLUMN "key" text;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "match_key" text;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "merged_into" uuid;--> statement-breakpoint
ALTER TABLE "distinct_people" ADD CONSTRAINT "distinct_people_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "distinct_people" ADD CONSTRAINT "distinct_people_one_people_id_fk" FOREIGN KEY ("one") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "distinct_people" ADD CONSTRAINT "distinct_people_other_people_id_fk" FOREIGN KEY ("other") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "merges" ADD CONSTRAINT "merges_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "merges" ADD CONSTRAINT "merges_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "merges" ADD CONSTRAINT "merges_other_id_people_id_fk" FOREIGN KEY ("other_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "merges_of_other" ON "merges" USING btree ("other_id") WHERE "merges"."undone_at" is null;--> statement-breakpoint
CREATE INDEX "merges_of_person" ON "merges" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "merges_oldest" ON "merges" USING btree ("merged_at");--> statement-breakpoint
CREATE INDEX "also_given_by_key" ON "also_given" USING btree ("client_id","key");--> statement-breakpoint
UPDATE "people" SET "match_key" = coalesce('e:' || "email_key", 'p:' || "phone_key");--> statement-breakpoint
CREATE UNIQUE INDEX "people_one_by_key" ON "people" USING btree ("client_id","match_key") WHERE "people"."removed_at" is null or "people"."merged_into" is not null;--> statement-breakpoint
CREATE INDEX "people_by_email" ON "people" USING btree ("client_id","email_key");--> statement-breakpoint
CREATE INDEX "people_by_phone" ON "people" USING btree ("client_id","phone_key");--> statement-breakpoint
CREATE INDEX "people_merged" ON "people" USING btree ("merged_into") WHERE "people"."merged_into" is not null;