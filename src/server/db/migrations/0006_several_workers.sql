CREATE TABLE "name_claims" (
	"folder_id" uuid NOT NULL,
	"inside_key" text NOT NULL,
	"name_key" text NOT NULL,
	"item_id" uuid NOT NULL,
	CONSTRAINT "name_claims_folder_id_inside_key_name_key_pk" PRIMARY KEY("folder_id","inside_key","name_key")
);
--> statement-breakpoint
ALTER TABLE "photos" ALTER COLUMN "content_identity" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "content_sample" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "claimed_by" integer;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "paused" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "name_claims" ADD CONSTRAINT "name_claims_folder_id_opened_folders_id_fk" FOREIGN KEY ("folder_id") REFERENCES "public"."opened_folders"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "name_claims" ADD CONSTRAINT "name_claims_item_id_run_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."run_items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photos_sample" ON "photos" USING btree ("content_sample");--> statement-breakpoint
CREATE INDEX "run_items_waiting" ON "run_items" USING btree ("run_id","position") WHERE state = 'waiting';