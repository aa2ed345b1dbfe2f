ALTER TABLE "users" DROP CONSTRAINT "users_client_id_clients_id_fk";
--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "archived_at" timestamptz;--> statement-breakpoint
ALTER TABLE "users" DROP COLUMN "client_id";