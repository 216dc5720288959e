ALTER TABLE "runs" ADD COLUMN "asked_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "asked_by_name" text DEFAULT '' NOT NULL;