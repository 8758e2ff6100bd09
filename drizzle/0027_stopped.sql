ALTER TABLE "job" DROP CONSTRAINT "job_state";--> statement-breakpoint
ALTER TABLE "machine" DROP CONSTRAINT "machine_state";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "printed" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job_confirmation" ADD COLUMN "print" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "stop" jsonb;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_printed" CHECK ("job"."printed" >= 0);--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_state" CHECK ("job"."state" in ('received', 'checked', 'cleared', 'queued', 'printing', 'needs attention', 'done', 'failed'));--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_stop" CHECK (("machine"."state" = 'stopped') = ("machine"."stop" is not null));--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_state" CHECK ("machine"."state" in ('ready', 'printing', 'stopped', 'not ready'));--> statement-breakpoint
UPDATE "job" SET "printed" = "quantity" WHERE "state" = 'done';--> statement-breakpoint
UPDATE "job" SET "state" = 'needs attention' WHERE "state" = 'printing' AND "wish" = 'idle';
