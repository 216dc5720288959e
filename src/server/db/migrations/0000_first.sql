CREATE TABLE "assignments" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"published_on" date,
	"working_folder_id" uuid NOT NULL,
	"source_folder_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "drafts" (
	"photo_id" uuid NOT NULL,
	"field" text NOT NULL,
	"value" jsonb,
	"origin" jsonb NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "drafts_photo_id_field_pk" PRIMARY KEY("photo_id","field")
);
--> statement-breakpoint
CREATE TABLE "assignment_facts" (
	"assignment_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "assignment_facts_assignment_id_position_pk" PRIMARY KEY("assignment_id","position")
);
--> statement-breakpoint
CREATE TABLE "files" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"photo_id" uuid NOT NULL,
	"folder_id" uuid NOT NULL,
	"relative_path" text NOT NULL,
	"format" text NOT NULL,
	"size" bigint NOT NULL,
	"modified_ns" text NOT NULL,
	"digest" text NOT NULL,
	CONSTRAINT "files_place" UNIQUE("folder_id","relative_path")
);
--> statement-breakpoint
CREATE TABLE "inverse_edits" (
	"item_id" uuid PRIMARY KEY NOT NULL,
	"digest_before" text NOT NULL,
	"digest_after" text NOT NULL,
	"pieces" jsonb NOT NULL,
	"former_bytes" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "opened_folders" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"path" text NOT NULL,
	"label" text NOT NULL,
	"kind" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "opened_folders_path_unique" UNIQUE("path")
);
--> statement-breakpoint
CREATE TABLE "photos" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"assignment_id" uuid NOT NULL,
	"name" text NOT NULL,
	"position" integer NOT NULL,
	"content_identity" text NOT NULL,
	"record" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "run_items" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"run_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"photo_id" uuid,
	"name" text NOT NULL,
	"source_path" text,
	"state" text DEFAULT 'waiting' NOT NULL,
	"result" jsonb,
	"problems" jsonb
);
--> statement-breakpoint
CREATE TABLE "runs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"assignment_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"parameters" jsonb NOT NULL,
	"takes_back" uuid,
	"stop_asked" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"started_at" timestamp with time zone,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "template_versions" (
	"template_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"name" text NOT NULL,
	"entries" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "template_versions_template_id_version_pk" PRIMARY KEY("template_id","version")
);
--> statement-breakpoint
CREATE TABLE "templates" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"entries" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "templates_in_force" (
	"assignment_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"template_id" uuid NOT NULL,
	CONSTRAINT "templates_in_force_assignment_id_position_pk" PRIMARY KEY("assignment_id","position")
);
--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_working_folder_id_opened_folders_id_fk" FOREIGN KEY ("working_folder_id") REFERENCES "public"."opened_folders"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_source_folder_id_opened_folders_id_fk" FOREIGN KEY ("source_folder_id") REFERENCES "public"."opened_folders"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignment_facts" ADD CONSTRAINT "assignment_facts_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "files" ADD CONSTRAINT "files_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "files" ADD CONSTRAINT "files_folder_id_opened_folders_id_fk" FOREIGN KEY ("folder_id") REFERENCES "public"."opened_folders"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inverse_edits" ADD CONSTRAINT "inverse_edits_item_id_run_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."run_items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_items" ADD CONSTRAINT "run_items_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "template_versions" ADD CONSTRAINT "template_versions_template_id_templates_id_fk" FOREIGN KEY ("template_id") REFERENCES "public"."templates"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "templates_in_force" ADD CONSTRAINT "templates_in_force_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "templates_in_force" ADD CONSTRAINT "templates_in_force_template_id_templates_id_fk" FOREIGN KEY ("template_id") REFERENCES "public"."templates"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "files_photo" ON "files" USING btree ("photo_id");--> statement-breakpoint
CREATE INDEX "photos_assignment" ON "photos" USING btree ("assignment_id","position");--> statement-breakpoint
CREATE INDEX "photos_identity" ON "photos" USING btree ("content_identity");--> statement-breakpoint
CREATE INDEX "run_items_run" ON "run_items" USING btree ("run_id","position");