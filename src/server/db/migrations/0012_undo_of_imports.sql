ALTER TABLE "run_items" ADD COLUMN "undoes" uuid;--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "removed" jsonb;--> statement-breakpoint
UPDATE "run_items" SET "undoes" = "source_path"::uuid, "source_path" = NULL WHERE "run_id" IN (SELECT "id" FROM "runs" WHERE "kind" = 'take-back');--> statement-breakpoint
UPDATE "run_items" SET "state" = 'undone' WHERE "state" = 'taken-back';--> statement-breakpoint
UPDATE "runs" SET "kind" = 'undo' WHERE "kind" = 'take-back';
