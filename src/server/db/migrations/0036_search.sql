CREATE EXTENSION IF NOT EXISTS unaccent;--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE TABLE "photo_search" (
	"photo_id" uuid PRIMARY KEY NOT NULL,
	"assignment_id" uuid NOT NULL,
	"values" jsonb NOT NULL,
	"facets" jsonb NOT NULL,
	"body" text NOT NULL,
	"words" "tsvector" NOT NULL,
	"taken" text,
	"filled" text[] NOT NULL,
	"side" integer,
	"latitude" double precision,
	"longitude" double precision
);
--> statement-breakpoint
CREATE TABLE "search_stale" (
	"photo_id" uuid PRIMARY KEY NOT NULL
);
--> statement-breakpoint
CREATE TABLE "search_words" (
	"word" text PRIMARY KEY NOT NULL
);
--> statement-breakpoint
CREATE INDEX "photo_search_values" ON "photo_search" USING gin ("values" jsonb_path_ops);--> statement-breakpoint
CREATE INDEX "photo_search_body" ON "photo_search" USING gin ("body" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "photo_search_words" ON "photo_search" USING gin ("words");--> statement-breakpoint
CREATE INDEX "photo_search_taken" ON "photo_search" USING btree ("taken" collate "C" desc nulls last,"photo_id");--> statement-breakpoint
CREATE INDEX "photo_search_assignment" ON "photo_search" USING btree ("assignment_id");--> statement-breakpoint
CREATE INDEX "photo_search_filled" ON "photo_search" USING gin ("filled");--> statement-breakpoint
CREATE INDEX "photo_search_side" ON "photo_search" USING btree ("side");--> statement-breakpoint
CREATE INDEX "photo_search_latitude" ON "photo_search" USING btree ("latitude");--> statement-breakpoint
CREATE INDEX "search_words_similar" ON "search_words" USING gin ("word" gin_trgm_ops);--> statement-breakpoint
-- Without case and accents.
CREATE FUNCTION search_fold(found text) RETURNS text LANGUAGE sql STABLE PARALLEL SAFE AS $$ SELECT lower(unaccent(found)) $$;
--> statement-breakpoint
-- A stored value is beside its version; older ones are bare.
CREATE FUNCTION draft_value(stored jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN jsonb_typeof(stored) = 'object' AND stored ? 'version' THEN stored -> 'value' ELSE stored END
$$;
--> statement-breakpoint
-- What pictures say: a draft hides what the file says, an empty one erases it.
CREATE FUNCTION photo_values(photo uuid, record jsonb) RETURNS TABLE (field text, value jsonb) LANGUAGE sql STABLE AS $$
  SELECT r.key, r.value -> 'value' FROM jsonb_each(record #> '{fields}') r
    WHERE NOT EXISTS (SELECT FROM drafts d WHERE d.photo_id = photo AND d.field = r.key)
  UNION ALL
  SELECT d.field, draft_value(d.value) FROM drafts d WHERE d.photo_id = photo AND jsonb_typeof(draft_value(d.value)) <> 'null'
  UNION ALL
  SELECT c.name, record #> ARRAY['camera', c.name] FROM (VALUES ('camera'), ('lens')) AS c (name)
    WHERE record #> ARRAY['camera', c.name] IS NOT NULL
$$;
--> statement-breakpoint
-- A text, a list of texts, or true for structures.
CREATE FUNCTION search_value(value jsonb) RETURNS jsonb LANGUAGE sql STABLE AS $$
  SELECT CASE
    WHEN jsonb_typeof(value) = 'string' THEN to_jsonb(search_fold(value #>> '{}'))
    WHEN jsonb_typeof(value -> 0) = 'string' THEN
      (SELECT jsonb_agg(search_fold(item)) FROM jsonb_array_elements_text(value) AS item)
    ELSE 'true'::jsonb END
$$;
--> statement-breakpoint
-- What the camera recorded, how the upright picture lies, and whether records disagree where no draft settles it.
CREATE FUNCTION search_recorded(photo uuid, record jsonb) RETURNS jsonb LANGUAGE sql STABLE AS $$
  SELECT jsonb_strip_nulls(jsonb_build_object(
    'exposure', record #>> '{camera,exposure}', 'aperture', record #>> '{camera,aperture}',
    'iso', record #>> '{camera,iso}', 'focalLength', record #>> '{camera,focalLength}',
    'orientation', CASE sign((lies.width - lies.height) * CASE WHEN (record #>> '{camera,orientation}')::int >= 5 THEN -1 ELSE 1 END)
      WHEN 1 THEN 'landscape' WHEN -1 THEN 'portrait' WHEN 0 THEN 'square' END,
    'disagrees', CASE WHEN record @? '$.fields.*.agrees ? (@ == false)' AND EXISTS (SELECT FROM jsonb_each(record -> 'fields') AS r
      WHERE r.value @> '{"agrees": false}' AND NOT EXISTS (SELECT FROM drafts d WHERE d.photo_id = photo AND d.field = r.key)) THEN 'yes' END))
  FROM (SELECT (record #>> '{pixels,width}')::numeric AS width, (record #>> '{pixels,height}')::numeric AS height) AS lies
$$;
--> statement-breakpoint
-- Decimal degrees; NULL where the text is none.
CREATE FUNCTION search_degrees(value jsonb) RETURNS double precision LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN value #>> '{}' ~ '^-?\d{1,3}(\.\d{1,12})?$' THEN (value #>> '{}')::double precision END
$$;
--> statement-breakpoint
-- Of longer texts the first 200,000 characters are searched: text vectors of more could be larger than a megabyte, which PostgreSQL
-- refuses.
CREATE FUNCTION index_photos(ids uuid[]) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO photo_search (photo_id, assignment_id, values, facets, body, words, taken, filled, side, latitude, longitude)
  SELECT p.id, p.assignment_id, whole.values, said.facets, said.body,
    to_tsvector('simple', said.body) || to_tsvector('english', said.body)
      || to_tsvector('german', said.body) || to_tsvector('norwegian', said.body),
    said.taken, ARRAY(SELECT jsonb_object_keys(whole.values)), least(greatest((p.record #>> '{pixels,width}')::numeric, (p.record #>> '{pixels,height}')::numeric), 2147483647)::int,
    search_degrees(said.values -> 'gpsLatitude'), search_degrees(said.values -> 'gpsLongitude')
  FROM photos p CROSS JOIN LATERAL (
    SELECT coalesce(jsonb_object_agg(v.field, search_value(v.value)), '{}') AS values,
      coalesce(jsonb_object_agg(v.field, v.value) FILTER (WHERE v.field = ANY (ARRAY['keywords', 'personShown', 'city', 'country', 'rightsStatus'])), '{}') AS facets,
      left(search_fold(p.name) || coalesce(E'\n' || string_agg((
        SELECT search_fold(string_agg(t.text #>> '{}', E'\n'))
        FROM jsonb_path_query(v.value, 'strict $.** ? (@.type() == "string")') AS t (text)), E'\n' ORDER BY v.field), ''), 200000) AS body,
      max(substring(v.value #>> '{}' FROM '^\d{4}(?:-\d{2}){0,2}(?:T\d{2}:\d{2}(?::\d{2})?)?')) FILTER (WHERE v.field = 'dateCreated') AS taken
    FROM photo_values(p.id, p.record) AS v
  ) AS said CROSS JOIN LATERAL (SELECT said.values || search_recorded(p.id, p.record) AS values) AS whole
  WHERE p.id = ANY (ids)
  ON CONFLICT (photo_id) DO UPDATE
    SET assignment_id = excluded.assignment_id, values = excluded.values, facets = excluded.facets, body = excluded.body, words = excluded.words, taken = excluded.taken,
      filled = excluded.filled, side = excluded.side, latitude = excluded.latitude, longitude = excluded.longitude;
  INSERT INTO search_words
  SELECT DISTINCT word FROM photo_search CROSS JOIN LATERAL unnest(tsvector_to_array(to_tsvector('simple', body))) AS word
    WHERE photo_id = ANY (ids) AND word ~ '^[[:alpha:]]{3,40}$'
  -- In one order: two that index at a time do not wait for each other in a circle.
  ORDER BY word
  ON CONFLICT DO NOTHING;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION photos_gone() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM drafts WHERE photo_id IN (SELECT id FROM gone);
  DELETE FROM search_stale WHERE photo_id IN (SELECT id FROM gone);
  DELETE FROM photo_search WHERE photo_id IN (SELECT id FROM gone);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION photo_search_stale() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO search_stale VALUES (NEW.id) ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER photo_made_for_search AFTER INSERT ON photos FOR EACH ROW EXECUTE FUNCTION photo_search_stale();
--> statement-breakpoint
CREATE TRIGGER photo_changed_for_search AFTER UPDATE OF record, name, assignment_id ON photos FOR EACH ROW
  WHEN (OLD.record IS DISTINCT FROM NEW.record OR OLD.name <> NEW.name OR OLD.assignment_id <> NEW.assignment_id) EXECUTE FUNCTION photo_search_stale();
--> statement-breakpoint
CREATE OR REPLACE FUNCTION drafts_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE ids uuid[];
BEGIN
  -- An act on many pictures puts what it changed into their summaries itself (photos/keepSummaries).
  IF current_setting('fabrica.summaries', true) IS DISTINCT FROM 'kept' THEN
    -- Empty ones are touched too: who is making one just now finds that it is old.
    UPDATE photo_summaries SET summary = NULL, touched = pg_current_xact_id() WHERE photo_id IN (SELECT photo_id FROM changed);
  END IF;
  INSERT INTO search_stale SELECT DISTINCT photo_id FROM changed ON CONFLICT DO NOTHING;
  ids := ARRAY(SELECT photo_id FROM changed WHERE field = 'keywords');
  IF cardinality(ids) > 0 THEN PERFORM keep_photo_keywords(ids); END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
INSERT INTO search_stale SELECT id FROM photos;
