DROP INDEX "run_steps_due";--> statement-breakpoint
ALTER TABLE "run_steps" ADD COLUMN "way" text;--> statement-breakpoint
CREATE INDEX "run_steps_due" ON "run_steps" USING btree ("due_at","nominal_at","position","id") WHERE "run_steps"."state" in ('planned', 'waiting');