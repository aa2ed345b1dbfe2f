CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid,
	"kind" text NOT NULL,
	"input" jsonb NOT NULL,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer,
	"cancel_asked" boolean DEFAULT false NOT NULL,
	"result" jsonb,
	"problem" text,
	"asked_by" text NOT NULL,
	"created_at" timestamptz NOT NULL,
	"finished_at" timestamptz,
	"leased_by" text,
	"leased_until" timestamptz
);
--> statement-breakpoint
CREATE INDEX "jobs_open" ON "jobs" USING btree ("created_at") WHERE "jobs"."state" in ('queued', 'running');--> statement-breakpoint
CREATE INDEX "jobs_of_client" ON "jobs" USING btree ("client_id","created_at" DESC NULLS LAST);