-- A photo may have several files: a role each, and a way back for each of them.
ALTER TABLE "files" ADD COLUMN "role" text DEFAULT 'main' NOT NULL;--> statement-breakpoint
ALTER TABLE "inverse_edits" ADD COLUMN "role" text DEFAULT 'main' NOT NULL;--> statement-breakpoint
ALTER TABLE "inverse_edits" ADD COLUMN "made" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "inverse_edits" DROP CONSTRAINT "inverse_edits_pkey";--> statement-breakpoint
ALTER TABLE "inverse_edits" ADD CONSTRAINT "inverse_edits_item_id_role_pk" PRIMARY KEY("item_id","role");
