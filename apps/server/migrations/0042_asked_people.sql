CREATE TABLE "people_lists" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"user_id" uuid,
	"name" text NOT NULL,
	"conditions" jsonb NOT NULL,
	"columns" jsonb NOT NULL,
	"sort" jsonb NOT NULL,
	"is_pinned" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"removed_at" timestamptz
);
--> statement-breakpoint
CREATE TABLE "people_views" (
	"client_id" uuid NOT NULL,
	"user_id" uuid NOT NULL,
	"columns" jsonb NOT NULL,
	"sort" jsonb NOT NULL,
	CONSTRAINT "people_views_client_id_user_id_pk" PRIMARY KEY("client_id","user_id")
);
--> statement-breakpoint
DROP INDEX "audit_rows_newest";--> statement-breakpoint
DROP INDEX "people_newest";--> statement-breakpoint
DROP INDEX "held_submissions_newest";--> statement-breakpoint
DROP INDEX "submissions_newest";--> statement-breakpoint
DROP INDEX "submissions_of_form";--> statement-breakpoint
DROP INDEX "post_room_newest";--> statement-breakpoint
DROP INDEX "bin_newest";--> statement-breakpoint
DROP INDEX "jobs_of_client";--> statement-breakpoint
ALTER TABLE "people" drop column "search_text";--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "search_text" text GENERATED ALWAYS AS (lower((first_name || ' ' || last_name || ' ' || email || ' ' || phone || ' ' || coalesce(phone_key, '')) collate "und-x-icu")) STORED;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "town" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "people_lists" ADD CONSTRAINT "people_lists_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people_lists" ADD CONSTRAINT "people_lists_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people_views" ADD CONSTRAINT "people_views_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people_views" ADD CONSTRAINT "people_views_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "people_lists_by_client" ON "people_lists" USING btree ("client_id",lower("name"));--> statement-breakpoint
CREATE INDEX "people_last_seen" ON "people" USING btree ("client_id","last_seen_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "people_by_source" ON "people" USING btree ("client_id","last_source","added_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "people_by_town" ON "people" USING btree ("client_id","town","added_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "people_by_name" ON "people" USING btree ("client_id",lower(first_name || ' ' || last_name),"id");--> statement-breakpoint
CREATE INDEX "audit_rows_newest" ON "audit_rows" USING btree ("client_id","at" DESC NULLS FIRST,"id" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "people_newest" ON "people" USING btree ("client_id","added_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "held_submissions_newest" ON "held_submissions" USING btree ("client_id","received_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "submissions_newest" ON "submissions" USING btree ("client_id","received_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "submissions_of_form" ON "submissions" USING btree ("form_id","received_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "post_room_newest" ON "post_room" USING btree ("client_id","received_at" DESC NULLS FIRST,"id");--> statement-breakpoint
CREATE INDEX "bin_newest" ON "bin" USING btree ("client_id","removed_at" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "jobs_of_client" ON "jobs" USING btree ("client_id","created_at" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "people_search" ON "people" USING gin ("search_text" gin_trgm_ops);
