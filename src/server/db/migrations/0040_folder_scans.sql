CREATE TABLE "folder_scans" (
	"assignment_id" uuid PRIMARY KEY NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"total" integer NOT NULL,
	"done" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "folder_scans" ADD CONSTRAINT "folder_scans_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;