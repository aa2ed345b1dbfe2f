CREATE TABLE "also_given" (
	"person_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"field" text NOT NULL,
	"value" text NOT NULL,
	"text_consent" boolean DEFAULT false NOT NULL,
	"given_at" timestamptz NOT NULL,
	CONSTRAINT "also_given_person_id_field_value_pk" PRIMARY KEY("person_id","field","value")
);
--> statement-breakpoint
CREATE TABLE "held_submissions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"form_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"block" text NOT NULL,
	"content" jsonb NOT NULL,
	"reason" text NOT NULL,
	"once" text NOT NULL,
	"digest" text NOT NULL,
	"received_at" timestamptz NOT NULL,
	CONSTRAINT "held_submissions_once" UNIQUE("client_id","once","digest")
);
--> statement-breakpoint
CREATE TABLE "received_texts" (
	"id" text PRIMARY KEY NOT NULL,
	"received_at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE UNLOGGED TABLE "limit_counts" (
	"key" text PRIMARY KEY NOT NULL,
	"count" integer NOT NULL,
	"ends_at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "submissions" DROP CONSTRAINT "submissions_once";--> statement-breakpoint
DROP INDEX "run_steps_due";--> statement-breakpoint
ALTER TABLE "submissions" ADD COLUMN "digest" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "submissions" ADD COLUMN "is_change" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "run_steps" ADD COLUMN "nominal_at" timestamptz;--> statement-breakpoint
ALTER TABLE "run_steps" ADD COLUMN "position" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "run_steps" SET "nominal_at" = "due_at";--> statement-breakpoint
ALTER TABLE "run_steps" ADD COLUMN "failed_because" text;--> statement-breakpoint
ALTER TABLE "also_given" ADD CONSTRAINT "also_given_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "also_given" ADD CONSTRAINT "also_given_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "held_submissions" ADD CONSTRAINT "held_submissions_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "held_submissions_newest" ON "held_submissions" USING btree ("client_id","received_at" DESC NULLS LAST,"id");--> statement-breakpoint
CREATE INDEX "limit_counts_over" ON "limit_counts" USING btree ("ends_at");--> statement-breakpoint
CREATE UNIQUE INDEX "submissions_first_once" ON "submissions" USING btree ("client_id","once") WHERE not "submissions"."is_change";--> statement-breakpoint
CREATE INDEX "run_steps_due" ON "run_steps" USING btree ("due_at","nominal_at","position","id") WHERE "run_steps"."state" = 'waiting';--> statement-breakpoint
ALTER TABLE "submissions" ADD CONSTRAINT "submissions_once" UNIQUE("client_id","once","digest");