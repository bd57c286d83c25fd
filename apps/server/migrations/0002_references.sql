CREATE TABLE "boards" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"page" text NOT NULL,
	"removed" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kept_both" (
	"one" text NOT NULL,
	"other" text NOT NULL,
	CONSTRAINT "kept_both_one_other_pk" PRIMARY KEY("one","other")
);
--> statement-breakpoint
CREATE TABLE "preparations" (
	"reference" text NOT NULL,
	"revision" integer NOT NULL,
	"settings" jsonb NOT NULL,
	"picture" text NOT NULL,
	"preview" text NOT NULL,
	"small" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "preparations_reference_revision_pk" PRIMARY KEY("reference","revision"),
	CONSTRAINT "preparations_revision" CHECK ("preparations"."revision" > 0)
);
--> statement-breakpoint
CREATE TABLE "reference_marks" (
	"id" text PRIMARY KEY NOT NULL,
	"reference" text NOT NULL,
	"kind" text NOT NULL,
	"body" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "reference_marks_kind" CHECK ("reference_marks"."kind" in ('trait', 'landmark', 'sight', 'detail'))
);
--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "shown" text;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "small" text;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "credit" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "caption" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "taken" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "tags" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "view" text;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "hidden" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "location" jsonb;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "likeness" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "words" text GENERATED ALWAYS AS (lower("title" || ' ' || "tags"::text || ' ' || "note" || ' ' || "caption" || ' ' || "author" || ' ' || "credit" || ' ' || "source" || ' ' || "licence")) STORED NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "references" ADD COLUMN "attempts" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sets" ADD COLUMN "traits" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sets" ADD COLUMN "removed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "studies" ADD COLUMN "revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "studies" ADD COLUMN "ticked" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "boards" ADD CONSTRAINT "boards_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_both" ADD CONSTRAINT "kept_both_one_references_id_fk" FOREIGN KEY ("one") REFERENCES "public"."references"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_both" ADD CONSTRAINT "kept_both_other_references_id_fk" FOREIGN KEY ("other") REFERENCES "public"."references"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preparations" ADD CONSTRAINT "preparations_reference_references_id_fk" FOREIGN KEY ("reference") REFERENCES "public"."references"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preparations" ADD CONSTRAINT "preparations_picture_blobs_sha256_fk" FOREIGN KEY ("picture") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preparations" ADD CONSTRAINT "preparations_preview_blobs_sha256_fk" FOREIGN KEY ("preview") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preparations" ADD CONSTRAINT "preparations_small_blobs_sha256_fk" FOREIGN KEY ("small") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reference_marks" ADD CONSTRAINT "reference_marks_reference_references_id_fk" FOREIGN KEY ("reference") REFERENCES "public"."references"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "boards_created" ON "boards" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "reference_marks_reference" ON "reference_marks" USING btree ("reference","created_at");--> statement-breakpoint
ALTER TABLE "references" ADD CONSTRAINT "references_shown_blobs_sha256_fk" FOREIGN KEY ("shown") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "references" ADD CONSTRAINT "references_small_blobs_sha256_fk" FOREIGN KEY ("small") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "references_attempts" ON "references" USING btree ("attempts");--> statement-breakpoint
CREATE INDEX "set_members_reference" ON "set_members" USING btree ("reference");--> statement-breakpoint
ALTER TABLE "references" ADD CONSTRAINT "references_view" CHECK ("references"."view" in ('front', 'three-quarter', 'side', 'back', 'above', 'below'));--> statement-breakpoint
UPDATE "references" SET "attempts" = (SELECT count(*) FROM "attempts" WHERE "attempts"."reference" = "references"."id");
--> statement-breakpoint
CREATE FUNCTION "count_attempts"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'INSERT' THEN
    UPDATE "references" SET "attempts" = "attempts" + 1 WHERE "id" = NEW."reference";
  ELSE
    UPDATE "references" SET "attempts" = "attempts" - 1 WHERE "id" = OLD."reference";
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "attempts_counted" AFTER INSERT OR DELETE ON "attempts" FOR EACH ROW EXECUTE FUNCTION "count_attempts"();
