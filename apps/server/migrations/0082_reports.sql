CREATE TABLE "report_issues" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"report_id" uuid NOT NULL,
	"month" text NOT NULL,
	"name" text NOT NULL,
	"brand" text NOT NULL,
	"parts" jsonb NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"sheet" jsonb NOT NULL,
	"made_at" timestamptz NOT NULL,
	"expires_at" timestamptz NOT NULL,
	"sent_at" timestamptz,
	CONSTRAINT "report_issues_by_month" UNIQUE("report_id","month")
);
--> statement-breakpoint
CREATE TABLE "reports" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"next_at" timestamptz,
	"made_at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "report_issues" ADD CONSTRAINT "report_issues_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report_issues" ADD CONSTRAINT "report_issues_report_id_reports_id_fk" FOREIGN KEY ("report_id") REFERENCES "public"."reports"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reports" ADD CONSTRAINT "reports_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reports_of_client" ON "reports" USING btree ("client_id","made_at");--> statement-breakpoint
CREATE INDEX "reports_due" ON "reports" USING btree ("next_at") WHERE "reports"."next_at" is not null;