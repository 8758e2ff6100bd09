ALTER TABLE "check_run" ADD COLUMN "verdict" text GENERATED ALWAYS AS (outcome->>'verdict') STORED;--> statement-breakpoint
ALTER TABLE "check_run" ADD COLUMN "sentence" text GENERATED ALWAYS AS (outcome->>'sentence') STORED;--> statement-breakpoint
ALTER TABLE "check_run" ADD COLUMN "estimate" jsonb GENERATED ALWAYS AS (outcome->'estimate') STORED;