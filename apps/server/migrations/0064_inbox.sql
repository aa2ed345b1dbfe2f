CREATE TABLE "conversations" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"state" text NOT NULL,
	"is_unread" boolean NOT NULL,
	"last_kind" text NOT NULL,
	"last_words" text NOT NULL,
	"last_by" text DEFAULT '' NOT NULL,
	"last_at" timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE "inbox_messages" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"by" text DEFAULT '' NOT NULL,
	"from" text NOT NULL,
	"subject" text DEFAULT '' NOT NULL,
	"body" text NOT NULL,
	"whole" text DEFAULT '' NOT NULL,
	"reading" text NOT NULL,
	"message_id" text DEFAULT '' NOT NULL,
	"thread" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "conversations" ADD CONSTRAINT "conversations_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "conversations" ADD CONSTRAINT "conversations_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inbox_messages" ADD CONSTRAINT "inbox_messages_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inbox_messages" ADD CONSTRAINT "inbox_messages_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "conversations_newest" ON "conversations" USING btree ("client_id","state","last_at" DESC NULLS FIRST,"person_id");--> statement-breakpoint
CREATE INDEX "conversations_unread" ON "conversations" USING btree ("client_id") WHERE "conversations"."is_unread";--> statement-breakpoint
CREATE INDEX "inbox_messages_of_person" ON "inbox_messages" USING btree ("person_id","at");--> statement-breakpoint
CREATE INDEX "run_steps_left_out" ON "run_steps" USING btree ("client_id","nominal_at" DESC NULLS FIRST,"id") WHERE "run_steps"."state" = 'left-out';--> statement-breakpoint
CREATE INDEX "outbox_of_client" ON "outbox" USING btree ("client_id","due_at" DESC NULLS FIRST,"id");--> statement-breakpoint
UPDATE "post_room" SET "id" = (substring("wire_id" from '[0-9a-f-]{36}'))::uuid
WHERE not "is_reply" AND "wire_id" ~ '^<?[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}(@|$)';
