CREATE SEQUENCE "public"."gathering_place" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1;--> statement-breakpoint
ALTER TABLE "gatherings" DROP CONSTRAINT "gatherings_name_unique";--> statement-breakpoint
ALTER TABLE "saved_searches" DROP CONSTRAINT "saved_searches_name_unique";--> statement-breakpoint
ALTER TABLE "gathering_photos" ADD COLUMN "place" double precision DEFAULT nextval('gathering_place') NOT NULL;--> statement-breakpoint
ALTER TABLE "gatherings" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "gatherings" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "saved_searches" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
CREATE UNIQUE INDEX "gatherings_name" ON "gatherings" USING btree ("name") WHERE "gatherings"."removed_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "saved_searches_name" ON "saved_searches" USING btree ("name") WHERE "saved_searches"."removed_at" is null;--> statement-breakpoint
ALTER SEQUENCE "public"."gathering_place" OWNED BY "gathering_photos"."place";--> statement-breakpoint
UPDATE "gathering_photos" g SET "place" = o.n FROM (
  SELECT gp.gathering_id, gp.photo_id, row_number() OVER (ORDER BY p.created_at, p.position, p.id) AS n
  FROM "gathering_photos" gp JOIN "photos" p ON p.id = gp.photo_id) AS o
WHERE o.gathering_id = g.gathering_id AND o.photo_id = g.photo_id;
