CREATE TABLE "recipe_orders" (
	"of" text PRIMARY KEY NOT NULL,
	"names" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "traces" ADD COLUMN "kind" text DEFAULT '' NOT NULL;