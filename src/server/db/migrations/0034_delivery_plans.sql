ALTER TABLE "recipes" RENAME TO "delivery_plans";--> statement-breakpoint
ALTER TABLE "delivery_plans" RENAME COLUMN "recipe" TO "delivery_plan";--> statement-breakpoint
ALTER TABLE "delivery_plans" RENAME CONSTRAINT "recipes_name_unique" TO "delivery_plans_name_unique";--> statement-breakpoint
ALTER TABLE "delivery_plans" RENAME CONSTRAINT "recipes_pkey" TO "delivery_plans_pkey";--> statement-breakpoint
ALTER TABLE "assignments" RENAME COLUMN "recipe" TO "delivery_plan";--> statement-breakpoint
ALTER TABLE "assignments" RENAME COLUMN "recipe_id" TO "delivery_plan_id";--> statement-breakpoint
UPDATE "kept_bounds" SET "name" = 'undoData' WHERE "name" = 'waysBack';
