ALTER TABLE "attempts" ADD COLUMN "closed_at" bigint;--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "copy_of" text;--> statement-breakpoint
ALTER TABLE "poses" ADD COLUMN "end" text;--> statement-breakpoint
ALTER TABLE "poses" ADD COLUMN "other" jsonb;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_copy_of_attempts_id_fk" FOREIGN KEY ("copy_of") REFERENCES "public"."attempts"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attempts_copy_of" ON "attempts" USING btree ("copy_of");--> statement-breakpoint
ALTER TABLE "poses" ADD CONSTRAINT "poses_end" CHECK ("poses"."end" in ('run out', 'done early', 'passed over', 'left unfinished'));--> statement-breakpoint
UPDATE "poses" SET "end" = CASE
	WHEN "skipped" AND "drawn_ms" = 0 THEN 'passed over'
	WHEN "skipped" THEN 'done early'
	WHEN "drawn_ms" < 1000 * ("step"->>'seconds')::numeric THEN 'left unfinished'
	ELSE 'run out'
END WHERE "drawn_ms" IS NOT NULL;
--> statement-breakpoint
CREATE FUNCTION "move_attempt_count"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE "references" SET "attempts" = "attempts" - 1 WHERE "id" = OLD."reference";
  UPDATE "references" SET "attempts" = "attempts" + 1 WHERE "id" = NEW."reference";
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "attempts_moved" AFTER UPDATE OF "reference" ON "attempts" FOR EACH ROW EXECUTE FUNCTION "move_attempt_count"();
