CREATE TABLE "chats" (
	"id" text PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"language" text NOT NULL,
	"seen_at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "inbox_messages" ADD COLUMN "chat_id" text;--> statement-breakpoint
ALTER TABLE "inbox_messages" ADD COLUMN "mail_at" timestamptz;--> statement-breakpoint
ALTER TABLE "inbox_messages" ADD COLUMN "not_mailed" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "chats" ADD CONSTRAINT "chats_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "chats" ADD CONSTRAINT "chats_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "chats_of_person" ON "chats" USING btree ("person_id","seen_at");--> statement-breakpoint
ALTER TABLE "inbox_messages" ADD CONSTRAINT "inbox_messages_chat_id_chats_id_fk" FOREIGN KEY ("chat_id") REFERENCES "public"."chats"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "inbox_messages_of_chat" ON "inbox_messages" USING btree ("chat_id","at") WHERE "inbox_messages"."chat_id" is not null;--> statement-breakpoint
CREATE INDEX "inbox_messages_to_mail" ON "inbox_messages" USING btree ("mail_at") WHERE "inbox_messages"."mail_at" is not null;