CREATE INDEX "page_visitors_by_day" ON "page_visitors" USING btree ("day");--> statement-breakpoint
CREATE INDEX "outbox_over" ON "outbox" USING btree ("due_at") WHERE "outbox"."state" <> 'owed';