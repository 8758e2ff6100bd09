CREATE TABLE "trial_picture" (
	"id" text PRIMARY KEY NOT NULL,
	"trial_id" text NOT NULL,
	"band" integer NOT NULL,
	"feature" text NOT NULL,
	"sha256" text NOT NULL,
	"type" text NOT NULL,
	"taken_with" text NOT NULL,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "trial_picture_type" CHECK ("trial_picture"."type" in ('image/png', 'image/jpeg', 'image/webp', 'image/svg+xml'))
);
--> statement-breakpoint
ALTER TABLE "trial_picture" ADD CONSTRAINT "trial_picture_trial_id_trial_id_fk" FOREIGN KEY ("trial_id") REFERENCES "public"."trial"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial_picture" ADD CONSTRAINT "trial_picture_sha256_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "trial_picture_trial" ON "trial_picture" USING btree ("trial_id");