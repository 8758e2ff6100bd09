CREATE TABLE "reference_look" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"scores" jsonb NOT NULL,
	"note" text NOT NULL,
	"corrects" text,
	"by_id" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "reference_look_corrects_unique" UNIQUE("corrects")
);
--> statement-breakpoint
CREATE TABLE "reference_part" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"technology" text NOT NULL,
	"file_name" text NOT NULL,
	"places" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"made_by_name" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	CONSTRAINT "reference_part_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "reference_print" (
	"job_id" text PRIMARY KEY NOT NULL,
	"part_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "reference_look" ADD CONSTRAINT "reference_look_job_id_reference_print_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."reference_print"("job_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reference_print" ADD CONSTRAINT "reference_print_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reference_print" ADD CONSTRAINT "reference_print_part_id_reference_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."reference_part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reference_look_job" ON "reference_look" USING btree ("job_id","at");--> statement-breakpoint
CREATE INDEX "reference_print_part" ON "reference_print" USING btree ("part_id","at");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE (name) ON reference_part TO cantiere_app;--> statement-breakpoint
GRANT SELECT, INSERT ON reference_print, reference_look TO cantiere_app;
