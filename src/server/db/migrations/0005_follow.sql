ALTER TABLE "assignments" ADD COLUMN "dropping" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "gone_at" timestamp with time zone;