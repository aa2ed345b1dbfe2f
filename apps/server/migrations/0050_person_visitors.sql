CREATE TABLE "person_visitors" (
	"person_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"visitor_id" text NOT NULL,
	CONSTRAINT "person_visitors_person_id_visitor_id_pk" PRIMARY KEY("person_id","visitor_id")
);
--> statement-breakpoint
ALTER TABLE "person_visitors" ADD CONSTRAINT "person_visitors_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person_visitors" ADD CONSTRAINT "person_visitors_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_events_of_visitor" ON "visit_events" USING btree ("client_id","visitor_id","at") WHERE "visit_events"."kind" = 'view';