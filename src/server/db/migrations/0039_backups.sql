CREATE TABLE "backup_plans" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"schedule" text DEFAULT 'never' NOT NULL,
	"retention" integer DEFAULT 8,
	"folder" text,
	"undo_data" boolean DEFAULT true NOT NULL,
	"failed_at" timestamp with time zone,
	"problem" text
);
