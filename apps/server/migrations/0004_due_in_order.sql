DROP INDEX "run_steps_due";--> statement-breakpoint
CREATE INDEX "run_steps_due" ON "run_steps" USING btree ("due_at","id") WHERE "run_steps"."state" = 'waiting';