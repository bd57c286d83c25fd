CREATE TABLE "tasks" (
	"study" text PRIMARY KEY NOT NULL,
	"body" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "tasks" ADD CONSTRAINT "tasks_study_studies_id_fk" FOREIGN KEY ("study") REFERENCES "public"."studies"("id") ON DELETE cascade ON UPDATE no action;