CREATE SEQUENCE "public"."container_number" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1;--> statement-breakpoint
CREATE TABLE "container" (
	"id" text PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"material_id" text NOT NULL,
	"lot" text NOT NULL,
	"state" text DEFAULT 'in stock' NOT NULL,
	"place" text NOT NULL,
	"net_g" double precision NOT NULL,
	"remaining_g" double precision NOT NULL,
	"tare_g" double precision,
	"opened_at" timestamp with time zone,
	"dried_at" timestamp with time zone,
	"dried_c" real,
	"dried_h" real,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "container_state" CHECK ("container"."state" in ('in stock', 'loaded', 'used up', 'discarded')),
	CONSTRAINT "container_remaining" CHECK ("container"."remaining_g" >= 0)
);
--> statement-breakpoint
CREATE TABLE "container_entry" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" bigint GENERATED ALWAYS AS IDENTITY (sequence name "container_entry_seq_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"container_id" text NOT NULL,
	"what" text NOT NULL,
	"delta_g" double precision NOT NULL,
	"left_g" double precision NOT NULL,
	"where" text,
	"why" text,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "container_entry_what" CHECK ("container_entry"."what" in ('received', 'loaded', 'unloaded', 'fed', 'weighed', 'dried', 'discarded'))
);
--> statement-breakpoint
ALTER TABLE "slot" DROP CONSTRAINT "slot_remaining";--> statement-breakpoint
ALTER TABLE "slot" DROP CONSTRAINT "slot_material_id_profile_id_fk";
--> statement-breakpoint
ALTER TABLE "slot" ADD COLUMN "container_id" text;--> statement-breakpoint
ALTER TABLE "container" ADD CONSTRAINT "container_material_id_profile_id_fk" FOREIGN KEY ("material_id") REFERENCES "public"."profile"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "container_entry" ADD CONSTRAINT "container_entry_container_id_container_id_fk" FOREIGN KEY ("container_id") REFERENCES "public"."container"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "container_code" ON "container" USING btree (upper("code"));--> statement-breakpoint
CREATE INDEX "container_by_material" ON "container" USING btree ("material_id","state");--> statement-breakpoint
CREATE INDEX "container_entry_of" ON "container_entry" USING btree ("container_id","seq");--> statement-breakpoint
-- What was loaded becomes a spool or bottle with a code of its own.
WITH numbered AS (
	SELECT s.machine_id, s.index, nextval('container_number') AS n FROM (SELECT * FROM slot ORDER BY machine_id, index) s
)
UPDATE slot s SET container_id = (CASE p.technology WHEN 'resin' THEN 'B-' ELSE 'S-' END) || lpad(numbered.n::text, 4, '0')
FROM numbered, profile p WHERE numbered.machine_id = s.machine_id AND numbered.index = s.index AND p.id = s.material_id;--> statement-breakpoint
INSERT INTO container (id, code, material_id, lot, state, place, net_g, remaining_g, opened_at, at)
SELECT 'slot-' || s.machine_id || '-' || s.index, s.container_id, s.material_id, s.lot, 'loaded', m.place, s.remaining_g, s.remaining_g, s.at, s.at
FROM slot s JOIN machine m ON m.id = s.machine_id;--> statement-breakpoint
UPDATE slot s SET container_id = 'slot-' || s.machine_id || '-' || s.index;--> statement-breakpoint
INSERT INTO container_entry (id, container_id, what, delta_g, left_g, "where", why, by, by_name, at)
SELECT c.id, c.id, 'received', c.remaining_g, c.remaining_g, m.name, 'what was loaded when spools got codes', s.by, s.by, s.at
FROM container c JOIN slot s ON s.container_id = c.id JOIN machine m ON m.id = s.machine_id;--> statement-breakpoint
ALTER TABLE "slot" ALTER COLUMN "container_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_container_id_container_id_fk" FOREIGN KEY ("container_id") REFERENCES "public"."container"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "slot" DROP COLUMN "material_id";--> statement-breakpoint
ALTER TABLE "slot" DROP COLUMN "lot";--> statement-breakpoint
ALTER TABLE "slot" DROP COLUMN "remaining_g";--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_container_id_unique" UNIQUE("container_id");--> statement-breakpoint
GRANT USAGE ON SEQUENCE container_number TO cantiere_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON container TO cantiere_app;--> statement-breakpoint
GRANT SELECT, INSERT ON container_entry TO cantiere_app;
