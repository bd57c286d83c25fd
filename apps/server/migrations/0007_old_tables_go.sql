DROP TABLE "kept_both" CASCADE;--> statement-breakpoint
DROP TABLE "page_sheets" CASCADE;