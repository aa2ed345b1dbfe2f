ALTER TABLE "waiting_list" ADD COLUMN "wished_staff" uuid;--> statement-breakpoint
ALTER TABLE "waiting_list" ADD COLUMN "wished_place" text;--> statement-breakpoint
ALTER TABLE "waiting_list" ADD CONSTRAINT "waiting_list_wished_staff_client_staff_id_fk" FOREIGN KEY ("wished_staff") REFERENCES "public"."client_staff"("id") ON DELETE set null ON UPDATE no action;