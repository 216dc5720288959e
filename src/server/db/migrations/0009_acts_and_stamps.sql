CREATE TABLE "acts" (
	"key" text PRIMARY KEY NOT NULL,
	"act" text NOT NULL,
	"result" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "assignments" ADD COLUMN "version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "drafts" ADD COLUMN "stamp" uuid DEFAULT gen_random_uuid() NOT NULL;