CREATE TABLE "print" (
	"id" text PRIMARY KEY NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "print_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"machine_id" text NOT NULL,
	"of" text NOT NULL,
	"of_id" text NOT NULL,
	"name" text NOT NULL,
	"state" text DEFAULT 'under way' NOT NULL,
	"by_name" text NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"expected" timestamp with time zone NOT NULL,
	"progress" jsonb,
	"ended_at" timestamp with time zone,
	"why" text,
	"judged_by_name" text,
	"judged_at" timestamp with time zone,
	"cleared_at" timestamp with time zone,
	"worked_out_s" real,
	"took_s" real,
	CONSTRAINT "print_number_unique" UNIQUE("number"),
	CONSTRAINT "print_state" CHECK ("print"."state" in ('under way', 'stopped', 'not begun', 'finished', 'good', 'scrap')),
	CONSTRAINT "print_ended" CHECK (("print"."state" = 'under way') = ("print"."ended_at" is null)),
	CONSTRAINT "print_cleared" CHECK ("print"."cleared_at" is null or "print"."ended_at" is not null),
	CONSTRAINT "print_judged" CHECK (("print"."state" in ('good', 'scrap')) = ("print"."judged_at" is not null))
);
--> statement-breakpoint
-- What had a machine, with what became of it: as many prints of a job came to their end as were counted there, the last ones; what has a
-- machine now is as its machine says; a coupon that is read was printed.
INSERT INTO "print" (id, machine_id, of, of_id, name, state, by_name, since, expected, ended_at, why, cleared_at, worked_out_s, took_s)
SELECT o.id, o.machine_id, o.of, o.of_id, o.name, o.state, o.by_name, o.since, o.expected,
       CASE WHEN o.state = 'under way' THEN NULL ELSE coalesce(o.timed_at, o.until, o.expected) END,
       CASE WHEN o.until IS NULL AND o.state = 'stopped' THEN o.stop->>'why' END,
       o.until, o.worked_out_s, o.took_s
FROM (
  SELECT o.*, m.stop, t.at AS timed_at, t.worked_out_s, t.took_s,
         CASE
           WHEN o.until IS NULL AND m.state IN ('printing', 'ready') THEN 'under way'
           WHEN o.until IS NULL AND m.state <> 'waiting to be cleared' THEN 'stopped'
           WHEN o.until IS NULL OR t.id IS NOT NULL THEN 'finished'
           WHEN o.of = 'job' AND row_number() OVER (PARTITION BY o.of_id ORDER BY t.id IS NULL AND (o.until IS NOT NULL OR m.state <> 'waiting to be cleared'), o.since DESC) <= coalesce(j.printed, 0) THEN 'finished'
           WHEN o.of = 'trial' AND tr.state NOT IN ('planned', 'printing', 'interrupted')
             AND row_number() OVER (PARTITION BY o.of_id ORDER BY o.since DESC) = 1 THEN 'finished'
           ELSE 'stopped'
         END AS state
  FROM occupancy o
  JOIN machine m ON m.id = o.machine_id
  LEFT JOIN job j ON o.of = 'job' AND j.id = o.of_id
  LEFT JOIN trial tr ON o.of = 'trial' AND tr.id = o.of_id
  LEFT JOIN LATERAL (
    SELECT * FROM print_time t WHERE t.machine_id = o.machine_id AND t.of_id = o.of_id AND t.at >= o.since AND t.at <= coalesce(o.until, 'infinity')
    ORDER BY t.at LIMIT 1
  ) t ON true
) o ORDER BY o.since;--> statement-breakpoint
-- Prints from before machines were taken by rows, timed or only counted.
INSERT INTO "print" (id, machine_id, of, of_id, name, state, by_name, since, expected, ended_at, cleared_at, worked_out_s, took_s)
SELECT t.id, t.machine_id, t.of, t.of_id, coalesce('J-' || lpad(j.number::text, 4, '0'), 'T-' || lpad(tr.number::text, 4, '0'), t.of_id), 'finished', '',
       t.at - make_interval(secs => t.took_s), t.at, t.at, t.at, t.worked_out_s, t.took_s
FROM print_time t LEFT JOIN job j ON j.id = t.of_id LEFT JOIN trial tr ON tr.id = t.of_id
WHERE NOT EXISTS (SELECT 1 FROM "print" p WHERE p.of_id = t.of_id AND p.took_s = t.took_s)
ORDER BY t.at;--> statement-breakpoint
INSERT INTO "print" (id, machine_id, of, of_id, name, state, by_name, since, expected, ended_at, cleared_at)
SELECT 'print-' || j.id || '-' || n, r.machine_id, 'job', j.id, 'J-' || lpad(j.number::text, 4, '0'), 'finished', j.created_by_name, j.created_at, j.created_at, j.created_at, j.created_at
FROM job j JOIN recipe r ON r.id = j.recipe_id
CROSS JOIN LATERAL (SELECT count(*)::int AS had FROM "print" p WHERE p.of_id = j.id AND p.state = 'finished') h
CROSS JOIN LATERAL generate_series(h.had + 1, j.printed) n;--> statement-breakpoint
DROP TABLE "occupancy" CASCADE;--> statement-breakpoint
DROP TABLE "print_time" CASCADE;--> statement-breakpoint
ALTER TABLE "job" DROP CONSTRAINT "job_printed";--> statement-breakpoint
ALTER TABLE "job" DROP COLUMN "printed";--> statement-breakpoint
ALTER TABLE "print" ADD CONSTRAINT "print_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "print_one_per_machine" ON "print" USING btree ("machine_id") WHERE "print"."cleared_at" is null;--> statement-breakpoint
CREATE INDEX "print_of" ON "print" USING btree ("of_id","state");--> statement-breakpoint
CREATE INDEX "print_by_machine" ON "print" USING btree ("machine_id","ended_at");--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_begun" CHECK ("job"."begun" >= 0);--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON "print" TO cantiere_app;
