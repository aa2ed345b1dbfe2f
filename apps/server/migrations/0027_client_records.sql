CREATE TABLE "client_reviews" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"picture" jsonb,
	"said" text NOT NULL,
	"who" text NOT NULL,
	"stars" smallint,
	"source" text NOT NULL,
	CONSTRAINT "client_reviews_stars" CHECK ("client_reviews"."stars" between 1 and 5)
);
--> statement-breakpoint
CREATE TABLE "client_services" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"picture" jsonb,
	"name" text NOT NULL,
	"about" text NOT NULL,
	"price_from" integer,
	"price_to" integer,
	CONSTRAINT "client_services_price" CHECK ("client_services"."price_from" <= "client_services"."price_to")
);
--> statement-breakpoint
CREATE TABLE "client_staff" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"picture" jsonb,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"about" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "client_reviews" ADD CONSTRAINT "client_reviews_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_services" ADD CONSTRAINT "client_services_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_staff" ADD CONSTRAINT "client_staff_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "client_reviews_of" ON "client_reviews" USING btree ("client_id","position");--> statement-breakpoint
CREATE INDEX "client_services_of" ON "client_services" USING btree ("client_id","position");--> statement-breakpoint
CREATE INDEX "client_staff_of" ON "client_staff" USING btree ("client_id","position");