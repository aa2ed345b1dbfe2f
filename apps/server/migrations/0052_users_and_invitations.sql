CREATE TABLE "invitations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"client_ids" uuid[],
	"invited_by" text NOT NULL,
	"created_at" timestamptz NOT NULL,
	"expires_at" timestamptz NOT NULL,
	"accepted_at" timestamptz,
	"revoked_at" timestamptz
);
--> statement-breakpoint
CREATE TABLE "user_clients" (
	"user_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	CONSTRAINT "user_clients_user_id_client_id_pk" PRIMARY KEY("user_id","client_id")
);
--> statement-breakpoint
ALTER TABLE "users" DROP CONSTRAINT "users_email_unique";--> statement-breakpoint
ALTER TABLE "users" DROP CONSTRAINT "users_front_desk_has_client";--> statement-breakpoint
ALTER TABLE "post_room" ALTER COLUMN "client_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ALTER COLUMN "client_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "id" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "browser" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "address" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "started_at" timestamptz DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "seen_at" timestamptz DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "phone" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "all_clients" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "on_duty" jsonb;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "zone" text DEFAULT 'UTC' NOT NULL;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "paused_at" timestamptz;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "removed_at" timestamptz;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "totp_secret" text;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "second_factor_at" timestamptz;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "totp_step" bigint;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "recovery_codes" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "created_at" timestamptz DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "user_clients" ADD CONSTRAINT "user_clients_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "user_clients" ADD CONSTRAINT "user_clients_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "invitations_open" ON "invitations" USING btree ("email") WHERE "invitations"."accepted_at" is null and "invitations"."revoked_at" is null;--> statement-breakpoint
CREATE INDEX "user_clients_of_client" ON "user_clients" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "sessions_of_user" ON "sessions" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "users_email" ON "users" USING btree ("email") WHERE "users"."removed_at" is null;--> statement-breakpoint
UPDATE "users" SET "all_clients" = "client_id" is null, "zone" = coalesce((select a."zone" from "agencies" as a), 'UTC');--> statement-breakpoint
INSERT INTO "user_clients" ("user_id", "client_id") SELECT "id", "client_id" FROM "users" WHERE "client_id" is not null;--> statement-breakpoint
ALTER TABLE "users" ADD CONSTRAINT "users_front_desk_of_some" CHECK ("users"."role" <> 'front-desk' or not "users"."all_clients");--> statement-breakpoint
ALTER TABLE "users" ADD CONSTRAINT "users_owner_of_all" CHECK ("users"."role" <> 'owner' or "users"."all_clients");