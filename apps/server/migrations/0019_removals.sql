CREATE TABLE "removals" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "removals_kind" CHECK ("removals"."kind" in ('session', 'study', 'attempt'))
);
--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "session" text;--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "removal" text;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "notes" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "words" text GENERATED ALWAYS AS (lower("title" || ' ' || "lesson" || ' ' || ("plan"->>'title') || ' ' || "notes")) STORED NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "removal" text;--> statement-breakpoint
ALTER TABLE "studies" ADD COLUMN "title" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "studies" ADD COLUMN "removal" text;--> statement-breakpoint
CREATE INDEX "removals_created" ON "removals" USING btree ("created_at");--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_session_sessions_id_fk" FOREIGN KEY ("session") REFERENCES "public"."sessions"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_removal_removals_id_fk" FOREIGN KEY ("removal") REFERENCES "public"."removals"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_removal_removals_id_fk" FOREIGN KEY ("removal") REFERENCES "public"."removals"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "studies" ADD CONSTRAINT "studies_removal_removals_id_fk" FOREIGN KEY ("removal") REFERENCES "public"."removals"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attempts_session" ON "attempts" USING btree ("session");--> statement-breakpoint
CREATE INDEX "attempts_in_sessions" ON "attempts" USING btree ("reference","session") WHERE "attempts"."session" is not null and "attempts"."removal" is null;--> statement-breakpoint
CREATE INDEX "attempts_removal" ON "attempts" USING btree ("removal") WHERE "attempts"."removal" is not null;--> statement-breakpoint
CREATE INDEX "poses_starred" ON "poses" USING btree ("session") WHERE "poses"."starred";--> statement-breakpoint
CREATE INDEX "sessions_removal" ON "sessions" USING btree ("removal") WHERE "sessions"."removal" is not null;--> statement-breakpoint
CREATE INDEX "studies_reference" ON "studies" USING btree ("reference");--> statement-breakpoint
CREATE INDEX "studies_removal" ON "studies" USING btree ("removal") WHERE "studies"."removal" is not null;--> statement-breakpoint
UPDATE "attempts" SET "session" = "poses"."session" FROM "poses" WHERE "poses"."attempt" = "attempts"."id";
--> statement-breakpoint
UPDATE "sessions" SET "notes" = "noted"."notes" FROM (
  SELECT "session", string_agg("note", ' ' ORDER BY "position") AS "notes" FROM "poses" WHERE "note" <> '' GROUP BY "session"
) AS "noted" WHERE "noted"."session" = "sessions"."id";
--> statement-breakpoint
CREATE OR REPLACE FUNCTION "count_attempts"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'INSERT' AND NEW."removal" IS NULL THEN
    UPDATE "references" SET "attempts" = "attempts" + 1 WHERE "id" = NEW."reference";
  ELSIF TG_OP = 'DELETE' AND OLD."removal" IS NULL THEN
    UPDATE "references" SET "attempts" = "attempts" - 1 WHERE "id" = OLD."reference";
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION "move_attempt_count"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD."removal" IS NULL THEN
    UPDATE "references" SET "attempts" = "attempts" - 1 WHERE "id" = OLD."reference";
  END IF;
  IF NEW."removal" IS NULL THEN
    UPDATE "references" SET "attempts" = "attempts" + 1 WHERE "id" = NEW."reference";
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
DROP TRIGGER "attempts_moved" ON "attempts";
--> statement-breakpoint
CREATE TRIGGER "attempts_moved" AFTER UPDATE OF "reference", "removal" ON "attempts" FOR EACH ROW
  WHEN (OLD."reference" IS DISTINCT FROM NEW."reference" OR OLD."removal" IS DISTINCT FROM NEW."removal")
  EXECUTE FUNCTION "move_attempt_count"();
