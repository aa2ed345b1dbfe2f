ALTER TABLE "users" ALTER COLUMN "notices" SET DEFAULT '{"lead":["app"],"promise":["app","email"],"booking":["app"],"answer":["app"],"when":"always"}'::jsonb;--> statement-breakpoint
UPDATE "users" SET "notices" = '{"booking":["app"],"answer":["app"]}'::jsonb || "notices";
