UPDATE "job" SET "state" = 'cleared' WHERE "state" = 'queued';--> statement-breakpoint
UPDATE "machine" SET "state" = 'ready' WHERE "state" = 'not ready';--> statement-breakpoint
ALTER TABLE "check_run" DROP CONSTRAINT "check_run_state";--> statement-breakpoint
ALTER TABLE "job" DROP CONSTRAINT "job_state";--> statement-breakpoint
ALTER TABLE "machine" DROP CONSTRAINT "machine_state";--> statement-breakpoint
ALTER TABLE "machine" DROP CONSTRAINT "machine_stop";--> statement-breakpoint
ALTER TABLE "check_run" ADD COLUMN "attempts" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "lease_epoch" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "check_run" ADD CONSTRAINT "check_run_state" CHECK ("check_run"."state" in ('queued', 'running', 'done', 'refused', 'gave up'));--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_state" CHECK ("job"."state" in ('received', 'checked', 'cleared', 'printing', 'needs attention', 'done', 'failed'));--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_state" CHECK ("machine"."state" in ('ready', 'printing', 'stopped', 'waiting to be cleared', 'unknown'));--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_stop" CHECK (("machine"."state" in ('stopped', 'waiting to be cleared', 'unknown')) = ("machine"."stop" is not null));