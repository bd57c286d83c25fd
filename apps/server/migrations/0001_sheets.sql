CREATE TABLE "page_sheets" (
	"page" text NOT NULL,
	"sheet" text NOT NULL,
	CONSTRAINT "page_sheets_page_sheet_pk" PRIMARY KEY("page","sheet")
);
--> statement-breakpoint
ALTER TABLE "page_sheets" ADD CONSTRAINT "page_sheets_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
INSERT INTO "page_sheets" ("page", "sheet")
SELECT DISTINCT o."page", t."thing"->>'id'
FROM "operations" o, jsonb_array_elements(o."body"->'add') AS t("thing")
WHERE o."kind" = 'change' AND jsonb_typeof(o."body"->'add') = 'array' AND t."thing"->>'type' = 'sheet';
