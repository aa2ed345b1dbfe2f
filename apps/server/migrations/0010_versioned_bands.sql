-- A band kept by itself says which version of the page document it is written in, as pages do.
UPDATE "linked_bands" SET "band" = jsonb_build_object('version', 3, 'band', "band");
