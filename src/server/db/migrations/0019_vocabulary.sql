CREATE TABLE "bundles" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"terms" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "bundles_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "photo_keywords" (
	"photo_id" uuid NOT NULL,
	"spelling" text NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photo_keywords_photo_id_spelling_pk" PRIMARY KEY("photo_id","spelling")
);
--> statement-breakpoint
CREATE TABLE "terms" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"spelling" text NOT NULL,
	"broader" uuid,
	"words" jsonb NOT NULL,
	"state" text,
	"added" date NOT NULL
);
--> statement-breakpoint
CREATE TABLE "vocabulary_acts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"order" bigserial NOT NULL,
	"act" jsonb NOT NULL,
	"changes" jsonb NOT NULL,
	"undone" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "words_apart" (
	"one" text NOT NULL,
	"other" text NOT NULL,
	CONSTRAINT "words_apart_one_other_pk" PRIMARY KEY("one","other")
);
--> statement-breakpoint
ALTER TABLE "photo_keywords" ADD CONSTRAINT "photo_keywords_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photo_keywords_spelling" ON "photo_keywords" USING btree ("spelling");--> statement-breakpoint
CREATE INDEX "photo_keywords_since" ON "photo_keywords" USING btree ("since");
--> statement-breakpoint
-- Which keyword stands on which picture: what is written here goes before what the file says. A keyword of more
-- than 1,000 bytes is no term of a vocabulary, and no index takes it.
CREATE FUNCTION keep_photo_keywords(ids uuid[]) RETURNS void LANGUAGE sql AS $$
  WITH held AS (
    SELECT p.id, CASE WHEN d.photo_id IS NOT NULL THEN d.value -> 'value' ELSE p.record -> 'fields' -> 'keywords' -> 'value' END AS list
    FROM photos p LEFT JOIN drafts d ON d.photo_id = p.id AND d.field = 'keywords'
    WHERE p.id = ANY (ids)
  ), present AS (
    SELECT DISTINCT held.id, word FROM held,
      jsonb_array_elements_text(CASE WHEN jsonb_typeof(list) = 'array' THEN list ELSE '[]' END) AS word
    WHERE word <> '' AND octet_length(word) <= 1000
  ), gone AS (
    DELETE FROM photo_keywords k WHERE k.photo_id = ANY (ids)
      AND NOT EXISTS (SELECT 1 FROM present WHERE present.id = k.photo_id AND present.word = k.spelling)
  )
  INSERT INTO photo_keywords (photo_id, spelling) SELECT id, word FROM present ON CONFLICT DO NOTHING
$$;
--> statement-breakpoint
CREATE FUNCTION photo_keywords_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM keep_photo_keywords(ARRAY[NEW.id]);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER photo_keywords_changed AFTER INSERT OR UPDATE OF record ON photos FOR EACH ROW EXECUTE FUNCTION photo_keywords_changed();
--> statement-breakpoint
CREATE OR REPLACE FUNCTION drafts_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE ids uuid[];
BEGIN
  UPDATE photos SET summary = NULL WHERE summary IS NOT NULL AND id IN (SELECT photo_id FROM changed);
  ids := ARRAY(SELECT photo_id FROM changed WHERE field = 'keywords');
  IF cardinality(ids) > 0 THEN PERFORM keep_photo_keywords(ids); END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
-- Records are compared only where one is written: that a summary was made is found without.
CREATE FUNCTION photo_record_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.record IS DISTINCT FROM OLD.record OR NEW.not_applicable IS DISTINCT FROM OLD.not_applicable THEN NEW.summary := NULL; END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
-- By its name it goes before photo_changed, which looks at the summary.
CREATE TRIGGER photo_and_record BEFORE UPDATE OF record, not_applicable ON photos FOR EACH ROW EXECUTE FUNCTION photo_record_changed();
--> statement-breakpoint
CREATE OR REPLACE FUNCTION photo_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.summary IS DISTINCT FROM OLD.summary OR NEW.name <> OLD.name OR NEW.position <> OLD.position
    OR NEW.gone_at IS DISTINCT FROM OLD.gone_at OR NEW.changed_outside_at IS DISTINCT FROM OLD.changed_outside_at THEN
    NEW.touched := pg_current_xact_id();
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
SELECT keep_photo_keywords(ARRAY(SELECT id FROM photos));
