ALTER TABLE "job" DROP CONSTRAINT "job_wish";--> statement-breakpoint
ALTER TABLE "trial" DROP CONSTRAINT "trial_wish";--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_wish" CHECK ("job"."wish" in ('idle', 'print', 'pause', 'cancel', 'printed'));--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_wish" CHECK ("trial"."wish" in ('idle', 'print', 'pause', 'cancel', 'printed'));