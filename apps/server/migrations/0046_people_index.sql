CREATE TABLE "people_changed" (
	"client_id" uuid NOT NULL,
	"id" bigserial NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "people_changed_client_id_id_pk" PRIMARY KEY("client_id","id")
);
--> statement-breakpoint
CREATE TABLE "people_index" (
	"client_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"added_at" timestamptz NOT NULL,
	"last_seen_at" timestamptz NOT NULL,
	"marks" bigint[] NOT NULL,
	"search_text" text NOT NULL,
	CONSTRAINT "people_index_client_id_person_id_pk" PRIMARY KEY("client_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "people_numbers" (
	"person_id" uuid NOT NULL,
	"mark" bigint NOT NULL,
	"number" double precision NOT NULL,
	CONSTRAINT "people_numbers_person_id_mark_number_pk" PRIMARY KEY("person_id","mark","number")
);
--> statement-breakpoint
DROP INDEX "people_search";--> statement-breakpoint
ALTER TABLE "people_index" ADD CONSTRAINT "people_index_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "people_index_newest" ON "people_index" USING btree ("client_id","added_at" DESC NULLS FIRST,"person_id");--> statement-breakpoint
CREATE INDEX "people_index_last_seen" ON "people_index" USING btree ("client_id","last_seen_at");--> statement-breakpoint
CREATE INDEX "people_index_marks" ON "people_index" USING gin ("marks");--> statement-breakpoint
CREATE INDEX "people_index_search" ON "people_index" USING gin ("search_text" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "people_numbers_by_size" ON "people_numbers" USING btree ("mark","number","person_id");--> statement-breakpoint
UPDATE "people" SET "last_seen_at" = "added_at" WHERE "last_seen_at" < "added_at";--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_seen_since_added" CHECK ("people"."last_seen_at" >= "people"."added_at");
--> statement-breakpoint
-- Whoever changes what the index follows from notes whose records they were; who is gone goes from the index at once.
CREATE FUNCTION note_changed_people() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO people_changed (client_id, person_id) SELECT client_id, id FROM new_rows;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION forget_removed_people() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM people_index USING old_rows
  WHERE people_index.client_id = old_rows.client_id AND people_index.person_id = old_rows.id;
  DELETE FROM people_numbers USING old_rows WHERE people_numbers.person_id = old_rows.id;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION note_people_of_rows() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' THEN
    INSERT INTO people_changed (client_id, person_id) SELECT DISTINCT client_id, person_id FROM old_rows;
  END IF;
  IF TG_OP <> 'DELETE' THEN
    INSERT INTO people_changed (client_id, person_id) SELECT DISTINCT client_id, person_id FROM new_rows;
  END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION note_people_of_messages() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' THEN
    INSERT INTO people_changed (client_id, person_id)
    SELECT DISTINCT client_id, person_id FROM old_rows WHERE fact->>'kind' IN ('sent', 'texted', 'replied');
  END IF;
  IF TG_OP <> 'DELETE' THEN
    INSERT INTO people_changed (client_id, person_id)
    SELECT DISTINCT client_id, person_id FROM new_rows WHERE fact->>'kind' IN ('sent', 'texted', 'replied');
  END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER people_added AFTER INSERT ON people
  REFERENCING NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION note_changed_people();--> statement-breakpoint
CREATE TRIGGER people_changed AFTER UPDATE ON people
  REFERENCING NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION note_changed_people();--> statement-breakpoint
CREATE TRIGGER people_removed AFTER DELETE ON people
  REFERENCING OLD TABLE AS old_rows FOR EACH STATEMENT EXECUTE FUNCTION forget_removed_people();--> statement-breakpoint
DO $$
DECLARE
  rows_of text;
  noting text;
BEGIN
  FOREACH rows_of IN ARRAY ARRAY['person_tags', 'submissions', 'bookings', 'sequence_runs', 'consents', 'timeline'] LOOP
    noting := CASE rows_of WHEN 'timeline' THEN 'note_people_of_messages' ELSE 'note_people_of_rows' END;
    EXECUTE format('CREATE TRIGGER %1$s_added AFTER INSERT ON %1$I REFERENCING NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION %2$I()', rows_of, noting);
    EXECUTE format('CREATE TRIGGER %1$s_changed AFTER UPDATE ON %1$I REFERENCING OLD TABLE AS old_rows NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION %2$I()', rows_of, noting);
    EXECUTE format('CREATE TRIGGER %1$s_removed AFTER DELETE ON %1$I REFERENCING OLD TABLE AS old_rows FOR EACH STATEMENT EXECUTE FUNCTION %2$I()', rows_of, noting);
  END LOOP;
END $$;--> statement-breakpoint
INSERT INTO people_changed (client_id, person_id) SELECT client_id, id FROM people WHERE removed_at IS NULL;
