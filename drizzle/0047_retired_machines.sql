ALTER TABLE "machine" DROP CONSTRAINT "machine_state";--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "notes" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_state" CHECK ("machine"."state" in ('ready', 'printing', 'stopped', 'waiting to be cleared', 'unknown', 'retired'));