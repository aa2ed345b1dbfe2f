ALTER TABLE "visit_events" ADD COLUMN "load_ms" integer;--> statement-breakpoint
ALTER TABLE "visit_events" ADD COLUMN "failed" smallint;