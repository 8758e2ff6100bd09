CREATE TABLE "recipe_pin" (
	"id" text PRIMARY KEY NOT NULL,
	"recipe_id" text NOT NULL,
	"sha256" text NOT NULL,
	"pinned" jsonb NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "revision_event" DROP CONSTRAINT "revision_event_state";--> statement-breakpoint
ALTER TABLE "recipe" ALTER COLUMN "machine_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe_assignment" ALTER COLUMN "tool_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe" ADD COLUMN "printer_id" text;--> statement-breakpoint
ALTER TABLE "recipe" ADD COLUMN "overrides" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe" ADD COLUMN "kept" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe" ADD COLUMN "by_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "profile" ADD COLUMN "technology" text DEFAULT 'filament' NOT NULL;--> statement-breakpoint
ALTER TABLE "profile" ADD COLUMN "notes" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "profile" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "revision_event" ADD COLUMN "seq" bigint NOT NULL GENERATED ALWAYS AS IDENTITY (sequence name "revision_event_seq_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1);--> statement-breakpoint
ALTER TABLE "recipe_pin" ADD CONSTRAINT "recipe_pin_recipe_id_recipe_id_fk" FOREIGN KEY ("recipe_id") REFERENCES "public"."recipe"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe" ADD CONSTRAINT "recipe_printer_id_profile_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "recipe_process" ON "recipe" USING btree ("process_id");--> statement-breakpoint
CREATE UNIQUE INDEX "recipe_kept_name" ON "recipe" USING btree ("name") WHERE kept;--> statement-breakpoint
CREATE INDEX "profile_parent" ON "profile" USING btree ("parent_id");--> statement-breakpoint
CREATE INDEX "revision_event_revision" ON "revision_event" USING btree ("revision_id","seq");--> statement-breakpoint
ALTER TABLE "recipe" ADD CONSTRAINT "recipe_place" CHECK ("recipe"."machine_id" is not null or "recipe"."printer_id" is not null);--> statement-breakpoint
ALTER TABLE "profile" ADD CONSTRAINT "profile_technology" CHECK ("profile"."technology" in ('filament', 'resin'));--> statement-breakpoint
ALTER TABLE "revision_event" ADD CONSTRAINT "revision_event_state" CHECK ("revision_event"."state" in ('in review', 'released', 'returned', 'retired'));