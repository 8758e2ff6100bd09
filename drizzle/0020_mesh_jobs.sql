ALTER TABLE "check_run" ADD COLUMN "mesh" jsonb;--> statement-breakpoint
ALTER TABLE "check_run" ADD COLUMN "program_sha" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "mesh" jsonb;--> statement-breakpoint
ALTER TABLE "check_run" ADD CONSTRAINT "check_run_program_sha_file_sha256_fk" FOREIGN KEY ("program_sha") REFERENCES "public"."file"("sha256") ON DELETE no action ON UPDATE no action;