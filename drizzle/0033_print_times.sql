CREATE TABLE "print_time" (
	"id" text PRIMARY KEY NOT NULL,
	"machine_id" text NOT NULL,
	"of" text NOT NULL,
	"of_id" text NOT NULL,
	"worked_out_s" real NOT NULL,
	"took_s" real NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "print_time" ADD CONSTRAINT "print_time_machine_id_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "print_time_by_machine" ON "print_time" USING btree ("machine_id","at");--> statement-breakpoint
GRANT SELECT, INSERT ON print_time TO cantiere_app;
