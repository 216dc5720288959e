CREATE TABLE "makers" (
	"key" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"answer" text NOT NULL,
	"answered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"choices" jsonb NOT NULL,
	"last_used" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "plans_name_unique" UNIQUE("name")
);
--> statement-breakpoint
ALTER TABLE "assignments" ADD COLUMN "import_choices" jsonb;--> statement-breakpoint
ALTER TABLE "assignments" ADD COLUMN "plan_id" uuid;