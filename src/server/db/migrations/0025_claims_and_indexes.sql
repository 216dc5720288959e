ALTER TABLE "run_items" ADD COLUMN "claims" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "name_claims_item" ON "name_claims" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "run_items_undoes" ON "run_items" USING btree ("undoes") WHERE undoes is not null;--> statement-breakpoint
CREATE INDEX "runs_assignment" ON "runs" USING btree ("assignment_id","created_at");--> statement-breakpoint
CREATE INDEX "runs_created" ON "runs" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "runs_under_way" ON "runs" USING btree ("kind") WHERE state in ('waiting', 'running');--> statement-breakpoint
CREATE INDEX "runs_undoes" ON "runs" USING btree ("undoes") WHERE undoes is not null;