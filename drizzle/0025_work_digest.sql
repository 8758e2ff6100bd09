ALTER TABLE "check_run" ADD COLUMN "work_sha" text;--> statement-breakpoint
ALTER TABLE "check_run" ADD COLUMN "reused_run_id" text;--> statement-breakpoint
CREATE INDEX "check_run_work" ON "check_run" USING btree ("work_sha");