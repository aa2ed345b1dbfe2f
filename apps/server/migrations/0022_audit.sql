CREATE TABLE "audit_rows" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"user_name" text NOT NULL,
	"client_id" uuid,
	"action" text NOT NULL,
	"target" text NOT NULL,
	"hour" timestamptz NOT NULL,
	"times" integer DEFAULT 1 NOT NULL,
	"at" timestamptz NOT NULL,
	CONSTRAINT "audit_rows_of_hour" UNIQUE("user_id","action","target","hour")
);
--> statement-breakpoint
CREATE INDEX "audit_rows_newest" ON "audit_rows" USING btree ("client_id","at" DESC NULLS LAST,"id" DESC NULLS LAST);