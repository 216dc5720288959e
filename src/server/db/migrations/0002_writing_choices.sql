ALTER TABLE "assignments" ADD COLUMN "dng_sidecar" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "assignments" ADD COLUMN "date_time_original" boolean DEFAULT false NOT NULL;