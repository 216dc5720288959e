CREATE TABLE "kept_bounds" (
	"name" text PRIMARY KEY NOT NULL,
	"days" integer,
	"megabytes" integer
);
