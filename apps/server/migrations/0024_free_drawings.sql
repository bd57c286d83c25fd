ALTER TABLE "attempts" ALTER COLUMN "reference" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "title" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "subject" text DEFAULT 'figure' NOT NULL;--> statement-breakpoint
CREATE INDEX "attempts_free" ON "attempts" USING btree ("created_at") WHERE "attempts"."reference" is null;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_free_alone" CHECK ("attempts"."reference" is not null or ("attempts"."study" is null and "attempts"."session" is null));