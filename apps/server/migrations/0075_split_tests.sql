CREATE TABLE "split_test_variations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"test_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"share" integer NOT NULL,
	"change" text DEFAULT '' NOT NULL,
	"draft" jsonb,
	"revision_id" uuid,
	"visitors" integer,
	"successes" integer
);
--> statement-breakpoint
CREATE TABLE "split_test_visitors" (
	"client_id" uuid NOT NULL,
	"test_id" uuid NOT NULL,
	"variation_id" uuid NOT NULL,
	"visitor_id" text NOT NULL,
	"at" timestamptz NOT NULL,
	CONSTRAINT "split_test_visitors_test_id_visitor_id_pk" PRIMARY KEY("test_id","visitor_id")
);
--> statement-breakpoint
CREATE TABLE "split_tests" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"hypothesis" text NOT NULL,
	"measure" text NOT NULL,
	"base" double precision NOT NULL,
	"lift" double precision NOT NULL,
	"audience" jsonb NOT NULL,
	"made_at" timestamptz NOT NULL,
	"made_by" uuid,
	"started_at" timestamptz,
	"ended_at" timestamptz,
	"kept" uuid,
	"lesson" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "page_revisions" ADD COLUMN "test_id" uuid;--> statement-breakpoint
ALTER TABLE "split_test_variations" ADD CONSTRAINT "split_test_variations_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_test_variations" ADD CONSTRAINT "split_test_variations_test_id_split_tests_id_fk" FOREIGN KEY ("test_id") REFERENCES "public"."split_tests"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_test_visitors" ADD CONSTRAINT "split_test_visitors_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_test_visitors" ADD CONSTRAINT "split_test_visitors_test_id_split_tests_id_fk" FOREIGN KEY ("test_id") REFERENCES "public"."split_tests"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_tests" ADD CONSTRAINT "split_tests_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_tests" ADD CONSTRAINT "split_tests_page_id_pages_id_fk" FOREIGN KEY ("page_id") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "split_test_variations_in_order" ON "split_test_variations" USING btree ("test_id","position");--> statement-breakpoint
CREATE INDEX "split_test_visitors_of_client" ON "split_test_visitors" USING btree ("client_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "split_tests_open_on_page" ON "split_tests" USING btree ("page_id") WHERE "split_tests"."ended_at" is null;--> statement-breakpoint
CREATE INDEX "split_tests_of_client" ON "split_tests" USING btree ("client_id","made_at");