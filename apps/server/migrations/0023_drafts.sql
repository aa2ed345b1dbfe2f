CREATE TABLE "drafts" (
	"kind" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer NOT NULL,
	"saved_at" timestamptz NOT NULL,
	CONSTRAINT "drafts_kind_subject_id_pk" PRIMARY KEY("kind","subject_id")
);
--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;