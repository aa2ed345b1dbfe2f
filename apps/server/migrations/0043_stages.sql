CREATE TABLE "stages" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"name" text NOT NULL,
	"position" integer NOT NULL,
	"outcome" text NOT NULL,
	"moved_by" text
);
--> statement-breakpoint
CREATE TABLE "bulk_people" (
	"job_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"is_done" boolean DEFAULT false NOT NULL,
	"before" jsonb,
	CONSTRAINT "bulk_people_job_id_person_id_pk" PRIMARY KEY("job_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "stage_id" uuid;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "stage_at" timestamptz;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "lost_reason" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "value" bigint;--> statement-breakpoint
ALTER TABLE "stages" ADD CONSTRAINT "stages_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bulk_people" ADD CONSTRAINT "bulk_people_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bulk_people" ADD CONSTRAINT "bulk_people_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bulk_people" ADD CONSTRAINT "bulk_people_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "stages_in_order" ON "stages" USING btree ("client_id","position");--> statement-breakpoint
CREATE INDEX "bulk_people_to_do" ON "bulk_people" USING btree ("job_id","is_done","person_id");--> statement-breakpoint
CREATE INDEX "bulk_people_of_person" ON "bulk_people" USING btree ("person_id");--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_stage_id_stages_id_fk" FOREIGN KEY ("stage_id") REFERENCES "public"."stages"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "people_by_stage" ON "people" USING btree ("client_id","stage_id","stage_at" DESC NULLS FIRST);--> statement-breakpoint
INSERT INTO "stages" ("id", "client_id", "name", "position", "outcome", "moved_by")
SELECT gen_random_uuid(), c."id", s."name", s."position", s."outcome", s."moved_by"
FROM "clients" AS c
CROSS JOIN (VALUES ('New', 0, 'open', NULL), ('Contacted', 1, 'open', 'touched'), ('Quoted', 2, 'open', NULL), ('Won', 3, 'won', NULL), ('Lost', 4, 'lost', NULL)) AS s("name", "position", "outcome", "moved_by");--> statement-breakpoint
UPDATE "people" SET
  "stage_id" = (SELECT s."id" FROM "stages" AS s WHERE s."client_id" = "people"."client_id" AND s."position" = CASE WHEN "people"."touched_at" IS NULL THEN 0 ELSE 1 END),
  "stage_at" = coalesce("touched_at", "added_at");
