CREATE TABLE "attempts" (
	"id" text PRIMARY KEY NOT NULL,
	"page" text NOT NULL,
	"reference" text NOT NULL,
	"study" text,
	"way" text NOT NULL,
	"seconds" integer,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "attempts_way" CHECK ("attempts"."way" in ('on screen', 'freehand'))
);
--> statement-breakpoint
CREATE TABLE "blobs" (
	"sha256" text PRIMARY KEY NOT NULL,
	"mime" text NOT NULL,
	"bytes" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "operations" (
	"page" text NOT NULL,
	"number" integer NOT NULL,
	"id" text NOT NULL,
	"device" text NOT NULL,
	"n" integer NOT NULL,
	"seen" integer NOT NULL,
	"at" bigint NOT NULL,
	"kind" text NOT NULL,
	"version" smallint NOT NULL,
	"body" jsonb NOT NULL,
	CONSTRAINT "operations_page_number_pk" PRIMARY KEY("page","number"),
	CONSTRAINT "operations_kind" CHECK ("operations"."kind" in ('change', 'revert')),
	CONSTRAINT "operations_number" CHECK ("operations"."number" > 0 and "operations"."n" > 0)
);
--> statement-breakpoint
CREATE TABLE "pages" (
	"id" text PRIMARY KEY NOT NULL,
	"head" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "poses" (
	"id" text PRIMARY KEY NOT NULL,
	"session" text NOT NULL,
	"position" integer NOT NULL,
	"attempt" text NOT NULL,
	"seconds" integer NOT NULL,
	"drawn_ms" real,
	"held_ms" real DEFAULT 0 NOT NULL,
	"added_ms" real DEFAULT 0 NOT NULL,
	"skipped" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "references" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"subject" text NOT NULL,
	"original" text NOT NULL,
	"preview" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"source" text DEFAULT '' NOT NULL,
	"author" text DEFAULT '' NOT NULL,
	"year" smallint,
	"licence" text DEFAULT '' NOT NULL,
	"truth" jsonb,
	"figure_height" real,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "references_size" CHECK ("references"."width" > 0 and "references"."height" > 0)
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" text PRIMARY KEY NOT NULL,
	"set" text NOT NULL,
	"clock" jsonb,
	"over" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "set_members" (
	"set" text NOT NULL,
	"reference" text NOT NULL,
	"order" text NOT NULL,
	CONSTRAINT "set_members_set_reference_pk" PRIMARY KEY("set","reference")
);
--> statement-breakpoint
CREATE TABLE "sets" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"order" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "studies" (
	"id" text PRIMARY KEY NOT NULL,
	"reference" text NOT NULL,
	"pass" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "studies_pass" CHECK ("studies"."pass" in ('trace', 'build', 'check'))
);
--> statement-breakpoint
CREATE TABLE "traces" (
	"id" text PRIMARY KEY NOT NULL,
	"study" text NOT NULL,
	"page" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_reference_references_id_fk" FOREIGN KEY ("reference") REFERENCES "public"."references"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_study_studies_id_fk" FOREIGN KEY ("study") REFERENCES "public"."studies"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "operations" ADD CONSTRAINT "operations_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "poses" ADD CONSTRAINT "poses_attempt_attempts_id_fk" FOREIGN KEY ("attempt") REFERENCES "public"."attempts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "poses" ADD CONSTRAINT "poses_session_sessions_id_fk" FOREIGN KEY ("session") REFERENCES "public"."sessions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "references" ADD CONSTRAINT "references_original_blobs_sha256_fk" FOREIGN KEY ("original") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "references" ADD CONSTRAINT "references_preview_blobs_sha256_fk" FOREIGN KEY ("preview") REFERENCES "public"."blobs"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_set_sets_id_fk" FOREIGN KEY ("set") REFERENCES "public"."sets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_members" ADD CONSTRAINT "set_members_set_sets_id_fk" FOREIGN KEY ("set") REFERENCES "public"."sets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_members" ADD CONSTRAINT "set_members_reference_references_id_fk" FOREIGN KEY ("reference") REFERENCES "public"."references"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "studies" ADD CONSTRAINT "studies_reference_references_id_fk" FOREIGN KEY ("reference") REFERENCES "public"."references"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "traces" ADD CONSTRAINT "traces_study_studies_id_fk" FOREIGN KEY ("study") REFERENCES "public"."studies"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "traces" ADD CONSTRAINT "traces_page_pages_id_fk" FOREIGN KEY ("page") REFERENCES "public"."pages"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attempts_study" ON "attempts" USING btree ("study","created_at");--> statement-breakpoint
CREATE INDEX "attempts_reference" ON "attempts" USING btree ("reference");--> statement-breakpoint
CREATE UNIQUE INDEX "operations_id" ON "operations" USING btree ("id");--> statement-breakpoint
CREATE UNIQUE INDEX "operations_device" ON "operations" USING btree ("page","device","n");--> statement-breakpoint
CREATE UNIQUE INDEX "poses_session" ON "poses" USING btree ("session","position");--> statement-breakpoint
CREATE INDEX "references_created" ON "references" USING btree ("created_at");--> statement-breakpoint
CREATE UNIQUE INDEX "references_original" ON "references" USING btree ("original");--> statement-breakpoint
CREATE INDEX "sessions_created" ON "sessions" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "set_members_order" ON "set_members" USING btree ("set","order");--> statement-breakpoint
CREATE INDEX "sets_order" ON "sets" USING btree ("order");--> statement-breakpoint
CREATE INDEX "studies_updated" ON "studies" USING btree ("updated_at");--> statement-breakpoint
CREATE INDEX "traces_study" ON "traces" USING btree ("study","created_at");