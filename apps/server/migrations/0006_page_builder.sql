CREATE TABLE "linked_bands" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"band" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "files" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"size" integer NOT NULL,
	"hash" text NOT NULL,
	"content" "bytea" NOT NULL,
	"added_at" timestamptz NOT NULL,
	CONSTRAINT "files_once" UNIQUE("client_id","hash")
);
--> statement-breakpoint
CREATE TABLE "templates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"content" jsonb NOT NULL,
	"kept_at" timestamptz NOT NULL
);
--> statement-breakpoint
ALTER TABLE "picture_files" DROP CONSTRAINT "picture_files_picture_id_width_pk";--> statement-breakpoint
ALTER TABLE "picture_files" ADD COLUMN "format" text DEFAULT 'webp' NOT NULL;--> statement-breakpoint
ALTER TABLE "picture_files" ADD CONSTRAINT "picture_files_picture_id_width_format_pk" PRIMARY KEY("picture_id","width","format");--> statement-breakpoint
ALTER TABLE "pictures" ADD COLUMN "stamp" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "linked_bands" ADD CONSTRAINT "linked_bands_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "files" ADD CONSTRAINT "files_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "linked_bands_by_client" ON "linked_bands" USING btree ("client_id");