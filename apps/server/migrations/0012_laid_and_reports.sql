CREATE TABLE "reports" (
	"id" text PRIMARY KEY NOT NULL,
	"attempt" text NOT NULL,
	"page" integer NOT NULL,
	"trace" integer NOT NULL,
	"revision" integer NOT NULL,
	"computation" integer NOT NULL,
	"miss" real,
	"headline" text NOT NULL,
	"says" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "reports_versions" UNIQUE("attempt","page","trace","revision","computation")
);
--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "laid" jsonb;--> statement-breakpoint
ALTER TABLE "reports" ADD CONSTRAINT "reports_attempt_attempts_id_fk" FOREIGN KEY ("attempt") REFERENCES "public"."attempts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reports_attempt" ON "reports" USING btree ("attempt","created_at");