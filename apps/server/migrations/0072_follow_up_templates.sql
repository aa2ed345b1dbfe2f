CREATE TABLE "follow_up_templates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"content" jsonb NOT NULL,
	"is_event" boolean NOT NULL,
	"pages" jsonb NOT NULL,
	"kept_at" timestamptz NOT NULL,
	"removed_at" timestamptz
);
