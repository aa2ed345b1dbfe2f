ALTER TABLE "visit_events" ADD COLUMN "seconds" smallint;--> statement-breakpoint
ALTER TABLE "visit_events" ADD COLUMN "returning" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "visit_events_of_form" ON "visit_events" USING btree ("form_id","at") WHERE "visit_events"."form_id" is not null;