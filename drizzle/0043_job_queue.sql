ALTER TABLE "job" DROP CONSTRAINT "job_state";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "queue_id" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "queue_rank" integer;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "queued" jsonb;--> statement-breakpoint
CREATE INDEX "job_queue" ON "job" USING btree ("queue_id","queue_rank");--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_queued" CHECK (("job"."state" = 'queued' or "job"."queued" is null or "job"."state" = 'printing') and ("job"."state" <> 'queued' or "job"."queued" is not null) and ("job"."queued" is null) = ("job"."queue_id" is null) and ("job"."queued" is null) = ("job"."queue_rank" is null));--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_state" CHECK ("job"."state" in ('received', 'checked', 'cleared', 'queued', 'printing', 'needs attention', 'done', 'failed'));