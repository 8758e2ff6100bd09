CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"user_id" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"role" text DEFAULT 'viewer' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email"),
	CONSTRAINT "user_role" CHECK ("user"."role" in ('viewer', 'technician', 'lead'))
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "event" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "event_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"at" timestamp with time zone NOT NULL,
	"who" text NOT NULL,
	"who_name" text NOT NULL,
	"subject_kind" text NOT NULL,
	"subject_id" text NOT NULL,
	"subject_name" text NOT NULL,
	"what" text NOT NULL,
	"from" jsonb,
	"to" jsonb,
	"why" text
);
--> statement-breakpoint
CREATE TABLE "file_blob" (
	"id" text PRIMARY KEY NOT NULL,
	"started_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "file_chunk" (
	"blob_id" text NOT NULL,
	"index" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "file_chunk_blob_id_index_pk" PRIMARY KEY("blob_id","index")
);
--> statement-breakpoint
CREATE TABLE "file" (
	"sha256" text PRIMARY KEY NOT NULL,
	"blob_id" text NOT NULL,
	"size" bigint NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "check_run" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"state" text NOT NULL,
	"bytes_read" bigint DEFAULT 0 NOT NULL,
	"sheet" jsonb,
	"pin_sha" text,
	"outcome" jsonb,
	"refusal" text,
	"rules_version" text NOT NULL,
	"peak_resident_bytes" bigint,
	"requested_by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"done_at" timestamp with time zone,
	CONSTRAINT "check_run_state" CHECK ("check_run"."state" in ('queued', 'running', 'done', 'refused'))
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" text PRIMARY KEY NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "job_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"title" text NOT NULL,
	"class" text NOT NULL,
	"quantity" integer NOT NULL,
	"due" timestamp with time zone,
	"recipe_id" text NOT NULL,
	"file_sha" text NOT NULL,
	"file_name" text NOT NULL,
	"file_size" bigint NOT NULL,
	"state" text DEFAULT 'received' NOT NULL,
	"created_by" text NOT NULL,
	"created_by_name" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "job_number_unique" UNIQUE("number"),
	CONSTRAINT "job_class" CHECK ("job"."class" in ('customer part', 'in-house', 'lights-out')),
	CONSTRAINT "job_state" CHECK ("job"."state" in ('received', 'checked', 'cleared', 'queued', 'printing', 'done', 'failed')),
	CONSTRAINT "job_quantity" CHECK ("job"."quantity" > 0)
);
--> statement-breakpoint
CREATE TABLE "recipe" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"machine_id" text NOT NULL,
	"process_id" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recipe_assignment" (
	"recipe_id" text NOT NULL,
	"role" text NOT NULL,
	"mount" integer NOT NULL,
	"slot" integer NOT NULL,
	"tool_id" text NOT NULL,
	"material_id" text NOT NULL,
	CONSTRAINT "recipe_assignment_recipe_id_role_pk" PRIMARY KEY("recipe_id","role"),
	CONSTRAINT "assignment_role" CHECK ("recipe_assignment"."role" in ('part body', 'support', 'support contact', 'raft/brim', 'purge'))
);
--> statement-breakpoint
CREATE TABLE "draft" (
	"profile_id" text NOT NULL,
	"author_id" text NOT NULL,
	"base_revision_id" text NOT NULL,
	"typed" jsonb NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "draft_profile_id_author_id_pk" PRIMARY KEY("profile_id","author_id")
);
--> statement-breakpoint
CREATE TABLE "pairing" (
	"id" text PRIMARY KEY NOT NULL,
	"scope" text NOT NULL,
	"scope_id" text NOT NULL,
	"mount" integer DEFAULT 0 NOT NULL,
	"tool_id" text NOT NULL,
	"material_id" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "pairing_once" UNIQUE("scope","scope_id","mount","tool_id","material_id"),
	CONSTRAINT "pairing_scope" CHECK ("pairing"."scope" in ('machine', 'printer'))
);
--> statement-breakpoint
CREATE TABLE "pairing_revision" (
	"id" text PRIMARY KEY NOT NULL,
	"pairing_id" text NOT NULL,
	"number" integer NOT NULL,
	"entries" jsonb NOT NULL,
	"message" text NOT NULL,
	"author_id" text NOT NULL,
	"author_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "profile" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"key" text NOT NULL,
	"name" text NOT NULL,
	"parent_id" text,
	"stock" boolean DEFAULT false NOT NULL,
	"tags" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"owner_id" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "profile_key" UNIQUE("kind","key"),
	CONSTRAINT "profile_kind" CHECK ("profile"."kind" in ('printer', 'tool', 'material', 'process')),
	CONSTRAINT "profile_not_own_parent" CHECK ("profile"."parent_id" is distinct from "profile"."id")
);
--> statement-breakpoint
CREATE TABLE "revision" (
	"id" text PRIMARY KEY NOT NULL,
	"profile_id" text NOT NULL,
	"number" integer NOT NULL,
	"own" jsonb NOT NULL,
	"reasons" jsonb NOT NULL,
	"resolved" jsonb NOT NULL,
	"catalogue_version" integer NOT NULL,
	"parent_revision_id" text,
	"message" text NOT NULL,
	"author_id" text NOT NULL,
	"author_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "revision_positive" CHECK ("revision"."number" > 0)
);
--> statement-breakpoint
CREATE TABLE "revision_event" (
	"id" text PRIMARY KEY NOT NULL,
	"revision_id" text NOT NULL,
	"state" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"comment" text,
	CONSTRAINT "revision_event_state" CHECK ("revision_event"."state" in ('in review', 'released', 'retired'))
);
--> statement-breakpoint
CREATE TABLE "machine" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"name" text NOT NULL,
	"printer_id" text NOT NULL,
	"place" text NOT NULL,
	"state" text DEFAULT 'ready' NOT NULL,
	"device" jsonb,
	"lease_by" text,
	"lease_until" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "machine_key_unique" UNIQUE("key"),
	CONSTRAINT "machine_name_unique" UNIQUE("name"),
	CONSTRAINT "machine_state" CHECK ("machine"."state" in ('ready', 'printing', 'not ready'))
);
--> statement-breakpoint
CREATE TABLE "maintenance" (
	"id" text PRIMARY KEY NOT NULL,
	"machine_id" text NOT NULL,
	"kind" text NOT NULL,
	"note" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "mount" (
	"machine_id" text NOT NULL,
	"index" integer NOT NULL,
	"tool_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	CONSTRAINT "mount_machine_id_index_pk" PRIMARY KEY("machine_id","index")
);
--> statement-breakpoint
CREATE TABLE "slot" (
	"machine_id" text NOT NULL,
	"index" integer NOT NULL,
	"material_id" text NOT NULL,
	"lot" text NOT NULL,
	"remaining_g" real NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	CONSTRAINT "slot_machine_id_index_pk" PRIMARY KEY("machine_id","index"),
	CONSTRAINT "slot_remaining" CHECK ("slot"."remaining_g" >= 0)
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" text PRIMARY KEY NOT NULL,
	"trial_id" text NOT NULL,
	"band" integer NOT NULL,
	"feature" text NOT NULL,
	"repeat" integer NOT NULL,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"instrument" text NOT NULL,
	"typed" text NOT NULL,
	"value" double precision NOT NULL,
	"supersedes" text,
	"reason" text,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "reading_supersedes_unique" UNIQUE("supersedes")
);
--> statement-breakpoint
CREATE TABLE "trial" (
	"id" text PRIMARY KEY NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "trial_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"kind" text NOT NULL,
	"machine_id" text NOT NULL,
	"tool_id" text NOT NULL,
	"material_id" text NOT NULL,
	"process_id" text NOT NULL,
	"lot" text NOT NULL,
	"plan" jsonb NOT NULL,
	"gcode" text NOT NULL,
	"state" text NOT NULL,
	"wish" text DEFAULT 'idle' NOT NULL,
	"progress" jsonb,
	"decision" jsonb,
	"created_by" text NOT NULL,
	"created_by_name" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"decided_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "trial_number_unique" UNIQUE("number"),
	CONSTRAINT "trial_state" CHECK ("trial"."state" in ('planned', 'printing', 'interrupted', 'measuring', 'accepted', 'set aside')),
	CONSTRAINT "trial_wish" CHECK ("trial"."wish" in ('idle', 'print', 'pause', 'cancel'))
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_chunk" ADD CONSTRAINT "file_chunk_blob_id_file_blob_id_fk" FOREIGN KEY ("blob_id") REFERENCES "public"."file_blob"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file" ADD CONSTRAINT "file_blob_id_file_blob_id_fk" FOREIGN KEY ("blob_id") REFERENCES "public"."file_blob"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_run" ADD CONSTRAINT "check_run_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_recipe_id_recipe_id_fk" FOREIGN KEY ("recipe_id") REFERENCES "public"."recipe"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_file_sha_file_sha256_fk" FOREIGN KEY ("file_sha") REFERENCES "public"."file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe" ADD CONSTRAINT "recipe_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe" ADD CONSTRAINT "recipe_process_id_profile_id_fk" FOREIGN KEY ("process_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe_assignment" ADD CONSTRAINT "recipe_assignment_recipe_id_recipe_id_fk" FOREIGN KEY ("recipe_id") REFERENCES "public"."recipe"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe_assignment" ADD CONSTRAINT "recipe_assignment_tool_id_profile_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe_assignment" ADD CONSTRAINT "recipe_assignment_material_id_profile_id_fk" FOREIGN KEY ("material_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_profile_id_profile_id_fk" FOREIGN KEY ("profile_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_base_revision_id_revision_id_fk" FOREIGN KEY ("base_revision_id") REFERENCES "public"."revision"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_tool_id_profile_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_material_id_profile_id_fk" FOREIGN KEY ("material_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing_revision" ADD CONSTRAINT "pairing_revision_pairing_id_pairing_id_fk" FOREIGN KEY ("pairing_id") REFERENCES "public"."pairing"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "profile" ADD CONSTRAINT "profile_parent_id_profile_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "revision" ADD CONSTRAINT "revision_profile_id_profile_id_fk" FOREIGN KEY ("profile_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "revision" ADD CONSTRAINT "revision_parent" FOREIGN KEY ("parent_revision_id") REFERENCES "public"."revision"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "revision_event" ADD CONSTRAINT "revision_event_revision_id_revision_id_fk" FOREIGN KEY ("revision_id") REFERENCES "public"."revision"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_printer_id_profile_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "maintenance" ADD CONSTRAINT "maintenance_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mount" ADD CONSTRAINT "mount_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mount" ADD CONSTRAINT "mount_tool_id_profile_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_material_id_profile_id_fk" FOREIGN KEY ("material_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_trial_id_trial_id_fk" FOREIGN KEY ("trial_id") REFERENCES "public"."trial"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_supersedes_reading_id_fk" FOREIGN KEY ("supersedes") REFERENCES "public"."reading"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_tool_id_profile_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_material_id_profile_id_fk" FOREIGN KEY ("material_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_process_id_profile_id_fk" FOREIGN KEY ("process_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "event_subject" ON "event" USING btree ("subject_kind","subject_id");--> statement-breakpoint
CREATE INDEX "event_at" ON "event" USING btree ("at");--> statement-breakpoint
CREATE UNIQUE INDEX "file_blob_once" ON "file" USING btree ("blob_id");--> statement-breakpoint
CREATE INDEX "check_run_job" ON "check_run" USING btree ("job_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "pairing_revision_number" ON "pairing_revision" USING btree ("pairing_id","number");--> statement-breakpoint
CREATE INDEX "profile_name_search" ON "profile" USING gin (to_tsvector('simple', "name"));--> statement-breakpoint
CREATE UNIQUE INDEX "revision_number" ON "revision" USING btree ("profile_id","number");