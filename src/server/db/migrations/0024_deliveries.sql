CREATE TABLE "licences" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"assignment_id" uuid NOT NULL,
	"run_id" uuid,
	"licensee" text NOT NULL,
	"use" text DEFAULT '' NOT NULL,
	"region" text DEFAULT '' NOT NULL,
	"from" date,
	"until" date,
	"reference" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recipes" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"recipe" jsonb NOT NULL,
	"last_used" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "recipes_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "signatures" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"image" "bytea" NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "assignments" ADD COLUMN "recipe" jsonb;--> statement-breakpoint
ALTER TABLE "assignments" ADD COLUMN "recipe_id" uuid;--> statement-breakpoint
ALTER TABLE "licences" ADD CONSTRAINT "licences_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "licences_until" ON "licences" USING btree ("until");--> statement-breakpoint
CREATE INDEX "licences_assignment" ON "licences" USING btree ("assignment_id");