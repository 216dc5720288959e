CREATE TABLE "column_sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"fields" text[] NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "column_sets_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "gathering_photos" (
	"gathering_id" uuid NOT NULL,
	"photo_id" uuid NOT NULL,
	CONSTRAINT "gathering_photos_gathering_id_photo_id_pk" PRIMARY KEY("gathering_id","photo_id")
);
--> statement-breakpoint
CREATE TABLE "gatherings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "gatherings_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "assignment_people" (
	"assignment_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"number" text DEFAULT '' NOT NULL,
	"name" text NOT NULL,
	"role" text DEFAULT '' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	CONSTRAINT "assignment_people_assignment_id_position_pk" PRIMARY KEY("assignment_id","position")
);
--> statement-breakpoint
ALTER TABLE "assignments" ADD COLUMN "language" text DEFAULT 'en' NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "not_applicable" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "changed_outside_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "gathering_photos" ADD CONSTRAINT "gathering_photos_gathering_id_gatherings_id_fk" FOREIGN KEY ("gathering_id") REFERENCES "public"."gatherings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gathering_photos" ADD CONSTRAINT "gathering_photos_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignment_people" ADD CONSTRAINT "assignment_people_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "gathering_photos_photo" ON "gathering_photos" USING btree ("photo_id");--> statement-breakpoint
CREATE OR REPLACE FUNCTION photo_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.record IS DISTINCT FROM OLD.record OR NEW.not_applicable IS DISTINCT FROM OLD.not_applicable THEN NEW.summary := NULL; END IF;
  IF NEW.summary IS DISTINCT FROM OLD.summary OR NEW.name <> OLD.name OR NEW.position <> OLD.position
    OR NEW.gone_at IS DISTINCT FROM OLD.gone_at OR NEW.changed_outside_at IS DISTINCT FROM OLD.changed_outside_at THEN
    NEW.touched := pg_current_xact_id();
  END IF;
  RETURN NEW;
END $$;
