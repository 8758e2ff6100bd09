CREATE TABLE "print_request" (
	"id" text PRIMARY KEY NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "print_request_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"title" text NOT NULL,
	"wanted" text NOT NULL,
	"quantity" integer NOT NULL,
	"due" date,
	"files" jsonb NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"answer" text DEFAULT '' NOT NULL,
	"created_by" text NOT NULL,
	"created_by_name" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "print_request_number_unique" UNIQUE("number"),
	CONSTRAINT "print_request_state" CHECK ("print_request"."state" in ('open', 'taken up', 'declined', 'withdrawn')),
	CONSTRAINT "print_request_quantity" CHECK ("print_request"."quantity" > 0),
	CONSTRAINT "print_request_files" CHECK (jsonb_array_length("print_request"."files") > 0)
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "request_id" text;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_request_id_print_request_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."print_request"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_request" ON "job" USING btree ("request_id");