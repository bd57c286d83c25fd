ALTER TABLE "papers" ALTER COLUMN "session" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "papers" ADD COLUMN "study" text;--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_study_studies_id_fk" FOREIGN KEY ("study") REFERENCES "public"."studies"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "papers_study" ON "papers" USING btree ("study","created_at");--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_of_one" CHECK (num_nonnulls("papers"."session", "papers"."study") = 1);