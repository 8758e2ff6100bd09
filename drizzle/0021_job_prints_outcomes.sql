CREATE TABLE "job_confirmation" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"run_id" text NOT NULL,
	"item" text NOT NULL,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job_outcome" (
	"id" text PRIMARY KEY NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "job_outcome_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"job_id" text NOT NULL,
	"run_id" text,
	"result" text NOT NULL,
	"layer" integer,
	"signs" jsonb NOT NULL,
	"set_at_machine" text NOT NULL,
	"note" text NOT NULL,
	"picture_sha" text,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "job_outcome_number_unique" UNIQUE("number"),
	CONSTRAINT "job_outcome_result" CHECK ("job_outcome"."result" in ('good', 'usable', 'failed')),
	CONSTRAINT "job_outcome_layer" CHECK ("job_outcome"."layer" is null or "job_outcome"."layer" > 0)
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "progress" jsonb;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "wish" text DEFAULT 'idle' NOT NULL;--> statement-breakpoint
ALTER TABLE "job_confirmation" ADD CONSTRAINT "job_confirmation_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_confirmation" ADD CONSTRAINT "job_confirmation_run_id_check_run_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."check_run"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_outcome" ADD CONSTRAINT "job_outcome_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_outcome" ADD CONSTRAINT "job_outcome_run_id_check_run_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."check_run"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_outcome" ADD CONSTRAINT "job_outcome_picture_sha_file_sha256_fk" FOREIGN KEY ("picture_sha") REFERENCES "public"."file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_confirmation_job" ON "job_confirmation" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "job_outcome_job" ON "job_outcome" USING btree ("job_id","number");--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_wish" CHECK ("job"."wish" in ('idle', 'print', 'pause', 'cancel'));