CREATE TABLE IF NOT EXISTS "lifts" (
	"paper" text NOT NULL,
	"lift" integer NOT NULL,
	"settings" jsonb NOT NULL,
	"ink" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"loops" jsonb NOT NULL,
	"page" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "lifts_paper_lift_pk" PRIMARY KEY("paper","lift"),
	CONSTRAINT "lifts_lift" CHECK ("lifts"."lift" > 0),
	CONSTRAINT "lifts_paper_papers_id_fk" FOREIGN KEY ("paper") REFERENCES "public"."papers"("id") ON DELETE cascade ON UPDATE no action,
	CONSTRAINT "lifts_ink_blobs_sha256_fk" FOREIGN KEY ("ink") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action,
	CONSTRAINT "lifts_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE no action ON UPDATE no action
);
--> statement-breakpoint
-- For a while the two migrations before made these tables as they are now; on such desks there is nothing to move.
DO $$ BEGIN
	IF EXISTS (SELECT 1 FROM information_schema.columns WHERE table_schema = 'public' AND table_name = 'papers' AND column_name = 'lift') THEN
		-- Only what was lifted last was kept; pages of earlier liftings showed it too, and still do.
		INSERT INTO "lifts" ("paper", "lift", "settings", "ink", "width", "height", "loops", "page", "created_at")
			SELECT p."id", n, p."settings", p."ink", p."ink_width", p."ink_height", p."loops", p."page", p."created_at" FROM "papers" p, generate_series(1, p."lift") n
			WHERE p."settings" IS NOT NULL AND p."ink" IS NOT NULL AND p."ink_width" IS NOT NULL AND p."ink_height" IS NOT NULL AND p."page" IS NOT NULL;
		-- There was no way to make a photo without a session.
		DELETE FROM "papers" WHERE "session" IS NULL;
		ALTER TABLE "papers" ALTER COLUMN "session" SET NOT NULL;
		ALTER TABLE "papers" DROP COLUMN "settings", DROP COLUMN "ink", DROP COLUMN "ink_width", DROP COLUMN "ink_height", DROP COLUMN "loops", DROP COLUMN "lift", DROP COLUMN "page";
	END IF;
END $$;
