CREATE TABLE "section_days" (
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"section" text NOT NULL,
	"day" date NOT NULL,
	"views" integer NOT NULL,
	"visitors" integer NOT NULL,
	CONSTRAINT "section_days_page_id_section_day_pk" PRIMARY KEY("page_id","section","day")
);
--> statement-breakpoint
CREATE TABLE "section_visitors" (
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"section" text NOT NULL,
	"visitor_id" text NOT NULL,
	"day" date NOT NULL,
	CONSTRAINT "section_visitors_page_id_section_visitor_id_pk" PRIMARY KEY("page_id","section","visitor_id")
);
--> statement-breakpoint
ALTER TABLE "section_days" ADD CONSTRAINT "section_days_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "section_visitors" ADD CONSTRAINT "section_visitors_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "section_visitors_by_day" ON "section_visitors" USING btree ("day");