ALTER TABLE "job" DROP CONSTRAINT "job_printed";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "begun" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "job" SET "begun" = "printed" + CASE WHEN "state" IN ('printing', 'needs attention') THEN 1 ELSE 0 END;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_printed" CHECK ("job"."printed" >= 0 and "job"."begun" >= "job"."printed");