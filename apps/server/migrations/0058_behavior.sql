CREATE TABLE "begun_forms" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"form_id" uuid NOT NULL,
	"visitor_id" text NOT NULL,
	"at" timestamptz NOT NULL,
	"left_at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rule_starts" (
	"client_id" uuid NOT NULL,
	"rule_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"time" text NOT NULL,
	"happening" jsonb NOT NULL,
	"at" timestamptz NOT NULL,
	"due_at" timestamptz,
	"failures" smallint DEFAULT 0 NOT NULL,
	CONSTRAINT "rule_starts_rule_id_person_id_time_pk" PRIMARY KEY("rule_id","person_id","time")
);
--> statement-breakpoint
DROP INDEX "visit_events_of_visitor";--> statement-breakpoint
ALTER TABLE "visit_events" ADD COLUMN "share" smallint;--> statement-breakpoint
ALTER TABLE "visit_events" ADD COLUMN "form_id" uuid;--> statement-breakpoint
ALTER TABLE "begun_forms" ADD CONSTRAINT "begun_forms_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_starts" ADD CONSTRAINT "rule_starts_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_starts" ADD CONSTRAINT "rule_starts_rule_id_routing_rules_id_fk" FOREIGN KEY ("rule_id") REFERENCES "public"."routing_rules"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_starts" ADD CONSTRAINT "rule_starts_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "begun_forms_by_time" ON "begun_forms" USING btree ("left_at");--> statement-breakpoint
CREATE INDEX "rule_starts_due" ON "rule_starts" USING btree ("due_at") WHERE "rule_starts"."due_at" is not null;--> statement-breakpoint
CREATE INDEX "rule_starts_of_person" ON "rule_starts" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "person_visitors_of_browser" ON "person_visitors" USING btree ("client_id","visitor_id");--> statement-breakpoint
CREATE INDEX "visit_events_of_visitor" ON "visit_events" USING btree ("client_id","visitor_id","at") WHERE "visit_events"."kind" <> 'section';--> statement-breakpoint
-- Records that are one have the browsers of all of them.
INSERT INTO "person_visitors" ("person_id", "client_id", "visitor_id")
WITH RECURSIVE parts AS (
  SELECT id, merged_into AS whole FROM people WHERE merged_into IS NOT NULL
  UNION SELECT parts.id, people.merged_into FROM parts JOIN people ON people.id = parts.whole WHERE people.merged_into IS NOT NULL)
SELECT parts.whole, v.client_id, v.visitor_id FROM parts JOIN person_visitors AS v ON v.person_id = parts.id
ON CONFLICT DO NOTHING;--> statement-breakpoint
-- What people do on pages is in the index too.
CREATE FUNCTION note_people_of_visits() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO people_changed (client_id, person_id)
  SELECT DISTINCT w.client_id, w.person_id FROM changed_rows AS v
  JOIN person_visitors AS w ON w.client_id = v.client_id AND w.visitor_id = v.visitor_id
  WHERE v.kind IN ('view', 'press', 'watch');
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER visit_events_added AFTER INSERT ON visit_events
  REFERENCING NEW TABLE AS changed_rows FOR EACH STATEMENT EXECUTE FUNCTION note_people_of_visits();--> statement-breakpoint
CREATE TRIGGER visit_events_removed AFTER DELETE ON visit_events
  REFERENCING OLD TABLE AS changed_rows FOR EACH STATEMENT EXECUTE FUNCTION note_people_of_visits();--> statement-breakpoint
CREATE TRIGGER person_visitors_added AFTER INSERT ON person_visitors
  REFERENCING NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION note_people_of_rows();--> statement-breakpoint
CREATE TRIGGER person_visitors_removed AFTER DELETE ON person_visitors
  REFERENCING OLD TABLE AS old_rows FOR EACH STATEMENT EXECUTE FUNCTION note_people_of_rows();--> statement-breakpoint
INSERT INTO people_changed (client_id, person_id) SELECT DISTINCT client_id, person_id FROM person_visitors;
