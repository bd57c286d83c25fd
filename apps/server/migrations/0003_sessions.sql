CREATE TABLE "guests" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "papers" (
	"id" text PRIMARY KEY NOT NULL,
	"session" text,
	"photo" text NOT NULL,
	"shown" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"found" jsonb,
	"settings" jsonb,
	"ink" text,
	"ink_width" integer,
	"ink_height" integer,
	"loops" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"lift" integer DEFAULT 0 NOT NULL,
	"page" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "papers_size" CHECK ("papers"."width" > 0 and "papers"."height" > 0)
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"blocks" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "attempts" DROP CONSTRAINT "attempts_way";--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "region" jsonb;--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "source" text DEFAULT 'sight' NOT NULL;--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "miss" real;--> statement-breakpoint
ALTER TABLE "poses" ADD COLUMN "step" jsonb;--> statement-breakpoint
UPDATE "poses" SET "step" = jsonb_build_object('block', 0, 'picture', "position", 'ground', 'on screen', 'source', 'sight', 'seconds', "seconds", 'stretches', jsonb_build_array(jsonb_build_object('doing', 'draw', 'planned', "seconds" * 1000, 'seen', true)));--> statement-breakpoint
ALTER TABLE "poses" ALTER COLUMN "step" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "poses" ADD COLUMN "flipped" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "poses" ADD COLUMN "starred" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "poses" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "title" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "plan" jsonb;--> statement-breakpoint
UPDATE "sessions" SET "plan" = jsonb_build_object('title', 'Poses', 'blocks', (SELECT coalesce(jsonb_agg(jsonb_build_object('count', 1, 'seconds', "poses"."seconds", 'ground', 'on screen', 'source', 'sight', 'look', 0, 'rest', 0) ORDER BY "poses"."position"), '[]'::jsonb) FROM "poses" WHERE "poses"."session" = "sessions"."id")), "clock" = NULL;--> statement-breakpoint
ALTER TABLE "sessions" ALTER COLUMN "plan" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "choice" text DEFAULT 'least drawn' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "flip" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "seed" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "lesson" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_session_sessions_id_fk" FOREIGN KEY ("session") REFERENCES "public"."sessions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_photo_blobs_sha256_fk" FOREIGN KEY ("photo") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_shown_blobs_sha256_fk" FOREIGN KEY ("shown") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_ink_blobs_sha256_fk" FOREIGN KEY ("ink") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "guests_token" ON "guests" USING btree ("token_hash");--> statement-breakpoint
CREATE INDEX "papers_session" ON "papers" USING btree ("session","created_at");--> statement-breakpoint
CREATE INDEX "plans_created" ON "plans" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "attempts_page" ON "attempts" USING btree ("page");--> statement-breakpoint
CREATE INDEX "poses_attempt" ON "poses" USING btree ("attempt");--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_source" CHECK ("attempts"."source" in ('sight', 'memory', 'knowledge'));--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_way" CHECK ("attempts"."way" in ('on screen', 'on a grid', 'on paper', 'freehand'));--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_choice" CHECK ("sessions"."choice" in ('least drawn', 'random', 'new first', 'weakest subject', 'in order'));