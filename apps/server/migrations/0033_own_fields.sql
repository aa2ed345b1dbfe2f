CREATE TABLE "field_history" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"key" text NOT NULL,
	"value" jsonb,
	"at" timestamptz NOT NULL,
	"by" text NOT NULL,
	"submission_id" uuid
);
--> statement-breakpoint
CREATE TABLE "form_fields" (
	"form_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"named" text NOT NULL,
	"field_id" uuid NOT NULL,
	CONSTRAINT "form_fields_form_id_named_pk" PRIMARY KEY("form_id","named")
);
--> statement-breakpoint
CREATE TABLE "own_fields" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"key" text NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"options" jsonb NOT NULL,
	"added_at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "fields" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "field_history" ADD CONSTRAINT "field_history_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "field_history" ADD CONSTRAINT "field_history_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "form_fields" ADD CONSTRAINT "form_fields_form_id_forms_id_fk" FOREIGN KEY ("form_id") REFERENCES "public"."forms"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "form_fields" ADD CONSTRAINT "form_fields_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "form_fields" ADD CONSTRAINT "form_fields_field_id_own_fields_id_fk" FOREIGN KEY ("field_id") REFERENCES "public"."own_fields"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "own_fields" ADD CONSTRAINT "own_fields_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "field_history_of_person" ON "field_history" USING btree ("person_id","key","id");--> statement-breakpoint
CREATE INDEX "form_fields_of_field" ON "form_fields" USING btree ("field_id");--> statement-breakpoint
CREATE UNIQUE INDEX "own_fields_by_key" ON "own_fields" USING btree ("client_id","key");--> statement-breakpoint
CREATE UNIQUE INDEX "own_fields_by_name" ON "own_fields" USING btree ("client_id",lower("name"));