CREATE TABLE "identities" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"parts" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "identities_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "identity_versions" (
	"identity_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"name" text NOT NULL,
	"parts" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "identity_versions_identity_id_version_pk" PRIMARY KEY("identity_id","version")
);
--> statement-breakpoint
ALTER TABLE "template_versions" ADD COLUMN "kept_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "template_versions" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "templates" ADD COLUMN "draft" jsonb;--> statement-breakpoint
ALTER TABLE "templates" ADD COLUMN "branched_from" uuid;--> statement-breakpoint
ALTER TABLE "templates" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "identity_versions" ADD CONSTRAINT "identity_versions_identity_id_identities_id_fk" FOREIGN KEY ("identity_id") REFERENCES "public"."identities"("id") ON DELETE cascade ON UPDATE no action;