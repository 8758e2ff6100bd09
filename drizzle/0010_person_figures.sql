CREATE TABLE "person_figures" (
	"person_id" text PRIMARY KEY NOT NULL,
	"figures" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "person_figures" ADD CONSTRAINT "person_figures_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;