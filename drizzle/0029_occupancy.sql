CREATE TABLE "occupancy" (
	"id" text PRIMARY KEY NOT NULL,
	"machine_id" text NOT NULL,
	"of" text NOT NULL,
	"of_id" text NOT NULL,
	"name" text NOT NULL,
	"by_name" text NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"expected" timestamp with time zone NOT NULL,
	"until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "machine" DROP CONSTRAINT "machine_state";--> statement-breakpoint
ALTER TABLE "machine" DROP CONSTRAINT "machine_stop";--> statement-breakpoint
ALTER TABLE "occupancy" ADD CONSTRAINT "occupancy_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "occupancy_one_per_machine" ON "occupancy" USING btree ("machine_id") WHERE "occupancy"."until" is null;--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_state" CHECK ("machine"."state" in ('ready', 'printing', 'stopped', 'waiting to be cleared', 'not ready'));--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_stop" CHECK (("machine"."state" in ('stopped', 'waiting to be cleared')) = ("machine"."stop" is not null));--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON occupancy TO cantiere_app;
