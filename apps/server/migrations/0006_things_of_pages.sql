CREATE TABLE "kept_alike" (
	"kept" text NOT NULL,
	"reference" text NOT NULL,
	CONSTRAINT "kept_alike_kept_reference_pk" PRIMARY KEY("kept","reference")
);
--> statement-breakpoint
CREATE TABLE "page_things" (
	"page" text NOT NULL,
	"thing" text NOT NULL,
	"type" text NOT NULL,
	CONSTRAINT "page_things_page_thing_pk" PRIMARY KEY("page","thing")
);
--> statement-breakpoint
ALTER TABLE "kept_alike" ADD CONSTRAINT "kept_alike_reference_references_id_fk" FOREIGN KEY ("reference") REFERENCES "public"."references"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_things" ADD CONSTRAINT "page_things_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "kept_alike_reference" ON "kept_alike" USING btree ("reference");--> statement-breakpoint
-- Of what kind each thing of a page is: as it first came.
INSERT INTO "page_things" ("page", "thing", "type")
	SELECT DISTINCT ON (o."page", t."thing"->>'id') o."page", t."thing"->>'id', t."thing"->>'type'
	FROM "operations" o, jsonb_array_elements(o."body"->'add') WITH ORDINALITY t("thing", "place")
	WHERE o."kind" = 'change' AND jsonb_typeof(o."body"->'add') = 'array' AND t."thing"->>'type' IS NOT NULL
	ORDER BY o."page", t."thing"->>'id', o."number", t."place"
	ON CONFLICT DO NOTHING;
--> statement-breakpoint
INSERT INTO "page_things" ("page", "thing", "type") SELECT "page", "sheet", 'sheet' FROM "page_sheets" ON CONFLICT DO NOTHING;
--> statement-breakpoint
-- Each pair that was kept is a group of two.
INSERT INTO "kept_alike" ("kept", "reference")
	SELECT md5("one" || "other"), "one" FROM "kept_both" UNION SELECT md5("one" || "other"), "other" FROM "kept_both"
	ON CONFLICT DO NOTHING;
