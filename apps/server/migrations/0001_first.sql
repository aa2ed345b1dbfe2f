CREATE TABLE "agencies" (
	"only" boolean PRIMARY KEY DEFAULT true NOT NULL,
	"name" text NOT NULL,
	"zone" text NOT NULL,
	"created_at" timestamptz NOT NULL,
	CONSTRAINT "agencies_only_one" CHECK ("agencies"."only")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"expires_at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE "users" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"role" text NOT NULL,
	"client_id" uuid,
	"password_hash" text NOT NULL,
	CONSTRAINT "users_email_unique" UNIQUE("email"),
	CONSTRAINT "users_front_desk_has_client" CHECK (("users"."role" = 'front-desk') = ("users"."client_id" is not null))
);
--> statement-breakpoint
CREATE TABLE "clients" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"slug" text NOT NULL,
	"facts" jsonb NOT NULL,
	"brand" jsonb NOT NULL,
	"created_at" timestamptz NOT NULL,
	CONSTRAINT "clients_slug_unique" UNIQUE("slug")
);
--> statement-breakpoint
CREATE TABLE "funnels" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE "page_forms" (
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"form_id" uuid NOT NULL,
	CONSTRAINT "page_forms_page_id_form_id_pk" PRIMARY KEY("page_id","form_id")
);
--> statement-breakpoint
CREATE TABLE "page_revisions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"document" jsonb NOT NULL,
	"forms" jsonb NOT NULL,
	"client_name" text NOT NULL,
	"facts" jsonb NOT NULL,
	"brand" jsonb NOT NULL,
	"published_at" timestamptz NOT NULL,
	"published_by" uuid
);
--> statement-breakpoint
CREATE TABLE "pages" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"funnel_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"slug" text NOT NULL,
	"draft" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"live_revision" uuid,
	"live_version" integer,
	CONSTRAINT "pages_address" UNIQUE("client_id","slug")
);
--> statement-breakpoint
CREATE TABLE "forms" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"definition" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "picture_files" (
	"client_id" uuid NOT NULL,
	"picture_id" uuid NOT NULL,
	"width" integer NOT NULL,
	"content" "bytea" NOT NULL,
	CONSTRAINT "picture_files_picture_id_width_pk" PRIMARY KEY("picture_id","width")
);
--> statement-breakpoint
CREATE TABLE "pictures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"added_at" timestamptz NOT NULL,
	CONSTRAINT "pictures_once" UNIQUE("client_id","hash")
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"first_name" text NOT NULL,
	"last_name" text NOT NULL,
	"email" text NOT NULL,
	"email_key" text,
	"phone" text NOT NULL,
	"phone_key" text,
	"source" text NOT NULL,
	"owner_id" uuid,
	"submission_count" integer DEFAULT 0 NOT NULL,
	"added_at" timestamptz NOT NULL,
	"last_seen_at" timestamptz NOT NULL,
	"search_text" text GENERATED ALWAYS AS (lower(first_name || ' ' || last_name || ' ' || email || ' ' || phone || ' ' || coalesce(phone_key, ''))) STORED
);
--> statement-breakpoint
CREATE TABLE "person_tags" (
	"person_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"tag" text NOT NULL,
	CONSTRAINT "person_tags_person_id_tag_pk" PRIMARY KEY("person_id","tag")
);
--> statement-breakpoint
CREATE TABLE "timeline" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"at" timestamptz NOT NULL,
	"fact" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "submissions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"form_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"funnel_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"answers" jsonb NOT NULL,
	"source" text NOT NULL,
	"rules_met" jsonb NOT NULL,
	"once" text NOT NULL,
	"received_at" timestamptz NOT NULL,
	CONSTRAINT "submissions_once" UNIQUE("client_id","once")
);
--> statement-breakpoint
CREATE TABLE "routing_rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"on" boolean NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "run_steps" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"run_id" uuid NOT NULL,
	"sequence_id" uuid NOT NULL,
	"step_id" text NOT NULL,
	"due_at" timestamptz NOT NULL,
	"state" text NOT NULL,
	"done_at" timestamptz,
	CONSTRAINT "run_steps_once" UNIQUE("run_id","step_id")
);
--> statement-breakpoint
CREATE TABLE "sequence_runs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"sequence_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"submission_id" uuid NOT NULL,
	"joined_at" timestamptz NOT NULL,
	"state" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sequences" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "post_room" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"wire_id" text NOT NULL,
	"from" text NOT NULL,
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"html" text NOT NULL,
	"received_at" timestamptz NOT NULL,
	CONSTRAINT "post_room_wire_id_unique" UNIQUE("wire_id")
);
--> statement-breakpoint
CREATE TABLE "page_days" (
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"day" date NOT NULL,
	"source" text NOT NULL,
	"device" text NOT NULL,
	"views" integer NOT NULL,
	"visitors" integer NOT NULL,
	"leads" integer NOT NULL,
	CONSTRAINT "page_days_page_id_day_source_device_pk" PRIMARY KEY("page_id","day","source","device")
);
--> statement-breakpoint
CREATE TABLE "page_visitors" (
	"client_id" uuid NOT NULL,
	"page_id" uuid NOT NULL,
	"visitor_id" text NOT NULL,
	"day" date NOT NULL,
	CONSTRAINT "page_visitors_page_id_visitor_id_pk" PRIMARY KEY("page_id","visitor_id")
);
--> statement-breakpoint
CREATE TABLE "outbox" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"key" text NOT NULL,
	"payload" jsonb NOT NULL,
	"state" text NOT NULL,
	"due_at" timestamptz NOT NULL,
	"attempts" integer DEFAULT 0 NOT NULL,
	"leased_by" text,
	"leased_until" timestamptz,
	"last_error" text,
	"sent_at" timestamptz,
	CONSTRAINT "outbox_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"name" text PRIMARY KEY NOT NULL,
	"value" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "users" ADD CONSTRAINT "users_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "funnels" ADD CONSTRAINT "funnels_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_forms" ADD CONSTRAINT "page_forms_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_forms" ADD CONSTRAINT "page_forms_page_id_pages_id_fk" FOREIGN KEY ("page_id") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_forms" ADD CONSTRAINT "page_forms_form_id_forms_id_fk" FOREIGN KEY ("form_id") REFERENCES "public"."forms"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_revisions" ADD CONSTRAINT "page_revisions_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_revisions" ADD CONSTRAINT "page_revisions_page_id_pages_id_fk" FOREIGN KEY ("page_id") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pages" ADD CONSTRAINT "pages_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pages" ADD CONSTRAINT "pages_funnel_id_funnels_id_fk" FOREIGN KEY ("funnel_id") REFERENCES "public"."funnels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "forms" ADD CONSTRAINT "forms_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "picture_files" ADD CONSTRAINT "picture_files_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "picture_files" ADD CONSTRAINT "picture_files_picture_id_pictures_id_fk" FOREIGN KEY ("picture_id") REFERENCES "public"."pictures"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_owner_id_users_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person_tags" ADD CONSTRAINT "person_tags_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person_tags" ADD CONSTRAINT "person_tags_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "timeline" ADD CONSTRAINT "timeline_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "timeline" ADD CONSTRAINT "timeline_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "submissions" ADD CONSTRAINT "submissions_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "submissions" ADD CONSTRAINT "submissions_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "routing_rules" ADD CONSTRAINT "routing_rules_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_steps" ADD CONSTRAINT "run_steps_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_steps" ADD CONSTRAINT "run_steps_run_id_sequence_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."sequence_runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD CONSTRAINT "sequence_runs_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD CONSTRAINT "sequence_runs_sequence_id_sequences_id_fk" FOREIGN KEY ("sequence_id") REFERENCES "public"."sequences"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sequence_runs" ADD CONSTRAINT "sequence_runs_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sequences" ADD CONSTRAINT "sequences_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "post_room" ADD CONSTRAINT "post_room_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_days" ADD CONSTRAINT "page_days_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_visitors" ADD CONSTRAINT "page_visitors_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outbox" ADD CONSTRAINT "outbox_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "funnels_by_client" ON "funnels" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "page_forms_by_form" ON "page_forms" USING btree ("form_id");--> statement-breakpoint
CREATE INDEX "page_revisions_by_page" ON "page_revisions" USING btree ("page_id","published_at");--> statement-breakpoint
CREATE INDEX "pages_by_funnel" ON "pages" USING btree ("funnel_id","position");--> statement-breakpoint
CREATE INDEX "forms_by_client" ON "forms" USING btree ("client_id");--> statement-breakpoint
CREATE UNIQUE INDEX "people_one_by_email" ON "people" USING btree ("client_id","email_key");--> statement-breakpoint
CREATE UNIQUE INDEX "people_one_by_phone" ON "people" USING btree ("client_id","phone_key") WHERE "people"."email_key" is null;--> statement-breakpoint
CREATE INDEX "people_newest" ON "people" USING btree ("client_id","added_at" DESC NULLS LAST,"id");--> statement-breakpoint
CREATE INDEX "people_search" ON "people" USING gin ("search_text" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "person_tags_by_tag" ON "person_tags" USING btree ("client_id","tag");--> statement-breakpoint
CREATE INDEX "timeline_of_person" ON "timeline" USING btree ("person_id","at");--> statement-breakpoint
CREATE INDEX "submissions_of_person" ON "submissions" USING btree ("person_id","page_id");--> statement-breakpoint
CREATE INDEX "routing_rules_in_order" ON "routing_rules" USING btree ("client_id","position");--> statement-breakpoint
CREATE INDEX "run_steps_due" ON "run_steps" USING btree ("due_at") WHERE "run_steps"."state" = 'waiting';--> statement-breakpoint
CREATE INDEX "run_steps_by_sequence" ON "run_steps" USING btree ("sequence_id","step_id");--> statement-breakpoint
CREATE UNIQUE INDEX "sequence_runs_one_at_a_time" ON "sequence_runs" USING btree ("sequence_id","person_id") WHERE "sequence_runs"."state" = 'running';--> statement-breakpoint
CREATE INDEX "sequence_runs_of_person" ON "sequence_runs" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "sequences_by_client" ON "sequences" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "post_room_newest" ON "post_room" USING btree ("client_id","received_at" DESC NULLS LAST,"id");--> statement-breakpoint
CREATE INDEX "page_days_by_client" ON "page_days" USING btree ("client_id","day");--> statement-breakpoint
CREATE INDEX "outbox_owed" ON "outbox" USING btree ("due_at") WHERE "outbox"."state" = 'owed';