CREATE TABLE "care_round" (
	"id" text PRIMARY KEY NOT NULL,
	"machine_id" text NOT NULL,
	"task_key" text NOT NULL,
	"task" jsonb NOT NULL,
	"state" text DEFAULT 'under way' NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"why" text,
	CONSTRAINT "care_round_state" CHECK ("care_round"."state" in ('under way', 'done', 'given up')),
	CONSTRAINT "care_round_ended" CHECK (("care_round"."state" = 'under way') = ("care_round"."ended_at" is null))
);
--> statement-breakpoint
CREATE TABLE "care_step" (
	"round_id" text NOT NULL,
	"index" integer NOT NULL,
	"reading" double precision,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "care_step_round_id_index_pk" PRIMARY KEY("round_id","index")
);
--> statement-breakpoint
CREATE TABLE "care_task" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" bigint GENERATED ALWAYS AS IDENTITY (sequence name "care_task_seq_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"printer_id" text NOT NULL,
	"key" text NOT NULL,
	"task" jsonb,
	"why" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "added_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "care_round" ADD CONSTRAINT "care_round_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "care_step" ADD CONSTRAINT "care_step_round_id_care_round_id_fk" FOREIGN KEY ("round_id") REFERENCES "public"."care_round"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "care_task" ADD CONSTRAINT "care_task_printer_id_profile_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "care_round_one_per_machine" ON "care_round" USING btree ("machine_id") WHERE "care_round"."state" = 'under way';--> statement-breakpoint
CREATE INDEX "care_round_of" ON "care_round" USING btree ("machine_id","task_key","ended_at");--> statement-breakpoint
CREATE INDEX "care_task_of" ON "care_task" USING btree ("printer_id","key","seq");--> statement-breakpoint
GRANT SELECT, INSERT ON care_task, care_step TO cantiere_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON care_round TO cantiere_app;
