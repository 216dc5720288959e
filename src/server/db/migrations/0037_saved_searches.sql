CREATE TABLE "saved_search_seen" (
	"search_id" uuid NOT NULL,
	"photo_id" uuid NOT NULL,
	CONSTRAINT "saved_search_seen_search_id_photo_id_pk" PRIMARY KEY("search_id","photo_id")
);
--> statement-breakpoint
CREATE TABLE "saved_searches" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"words" text NOT NULL,
	"conditions" text[] NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "saved_searches_name_unique" UNIQUE("name")
);
--> statement-breakpoint
ALTER TABLE "saved_search_seen" ADD CONSTRAINT "saved_search_seen_search_id_saved_searches_id_fk" FOREIGN KEY ("search_id") REFERENCES "public"."saved_searches"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_search_seen" ADD CONSTRAINT "saved_search_seen_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "saved_search_seen_photo" ON "saved_search_seen" USING btree ("photo_id");