ALTER TABLE "drafts" DROP CONSTRAINT "drafts_kind_subject_id_pk";--> statement-breakpoint
ALTER TABLE "drafts" ADD COLUMN "user_id" uuid;--> statement-breakpoint
-- Whose a draft was is not known: everybody who may go on with it has it.
INSERT INTO "drafts" ("kind", "subject_id", "client_id", "content", "version", "saved_at", "user_id")
SELECT d."kind", d."subject_id", d."client_id", d."content", d."version", d."saved_at", u."id" FROM "drafts" AS d CROSS JOIN "users" AS u WHERE u."client_id" IS NULL;--> statement-breakpoint
DELETE FROM "drafts" WHERE "user_id" IS NULL;--> statement-breakpoint
ALTER TABLE "drafts" ALTER COLUMN "user_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_kind_subject_id_user_id_pk" PRIMARY KEY("kind","subject_id","user_id");--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;
