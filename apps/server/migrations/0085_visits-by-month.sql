-- Visits lie in a table for each month, so that a month that is over can go in one piece.
CREATE TABLE "visits_by_month" (
	"id" bigint DEFAULT nextval('visit_events_id_seq') NOT NULL,
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"variation_id" uuid,
	"kind" text NOT NULL,
	"target" text,
	"share" smallint,
	"form_id" uuid,
	"seconds" smallint,
	"load_ms" integer,
	"failed" smallint,
	"visitor_id" text NOT NULL,
	"returning" boolean DEFAULT false NOT NULL,
	"device" text NOT NULL,
	"source" text NOT NULL,
	"first_source" text NOT NULL,
	"origin" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL
) PARTITION BY RANGE ("at");--> statement-breakpoint
DO $$
DECLARE month date;
BEGIN
  FOR month IN SELECT DISTINCT date_trunc('month', at AT TIME ZONE 'UTC')::date FROM visit_events LOOP
    EXECUTE format('CREATE TABLE %I PARTITION OF visits_by_month FOR VALUES FROM (%L) TO (%L)',
      'visit_events_' || to_char(month, 'YYYY_MM'), month::text || ' 00:00Z', (month + interval '1 month')::date::text || ' 00:00Z');
  END LOOP;
END $$;--> statement-breakpoint
INSERT INTO visits_by_month (id, client_id, page_id, revision_id, variation_id, kind, target, share, form_id, seconds, load_ms, failed, visitor_id, "returning", device, source, first_source, origin, at)
SELECT id, client_id, page_id, revision_id, variation_id, kind, target, share, form_id, seconds, load_ms, failed, visitor_id, "returning", device, source, first_source, origin, at FROM visit_events;--> statement-breakpoint
ALTER SEQUENCE visit_events_id_seq OWNED BY visits_by_month.id;--> statement-breakpoint
DROP TABLE visit_events;--> statement-breakpoint
ALTER TABLE visits_by_month RENAME TO visit_events;--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_at_id_pk" PRIMARY KEY("at","id");--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_events_of_client" ON "visit_events" USING btree ("client_id","at");--> statement-breakpoint
CREATE INDEX "visit_events_of_form" ON "visit_events" USING btree ("form_id","at") WHERE "visit_events"."form_id" is not null;--> statement-breakpoint
CREATE INDEX "visit_events_of_visitor" ON "visit_events" USING btree ("client_id","visitor_id","at") WHERE "visit_events"."kind" <> 'section';--> statement-breakpoint
CREATE TRIGGER visit_events_added AFTER INSERT ON visit_events
  REFERENCING NEW TABLE AS changed_rows FOR EACH STATEMENT EXECUTE FUNCTION note_people_of_visits();--> statement-breakpoint
CREATE TRIGGER visit_events_removed AFTER DELETE ON visit_events
  REFERENCING OLD TABLE AS changed_rows FOR EACH STATEMENT EXECUTE FUNCTION note_people_of_visits();--> statement-breakpoint
CREATE TABLE "gathered_batches" (
	"id" text PRIMARY KEY NOT NULL,
	"written" integer NOT NULL,
	"at" timestamp with time zone NOT NULL
);
