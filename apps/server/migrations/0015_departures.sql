ALTER TABLE "reference_marks" DROP CONSTRAINT "reference_marks_kind";--> statement-breakpoint
ALTER TABLE "attempts" ADD COLUMN "departures" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "reference_marks" ADD CONSTRAINT "reference_marks_kind" CHECK ("reference_marks"."kind" in ('trait', 'landmark', 'sight', 'detail', 'silhouette', 'load'));