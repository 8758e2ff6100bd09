CREATE TABLE "notice_given" (
	"subject_id" text NOT NULL,
	"about" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "notice_given_subject_id_about_pk" PRIMARY KEY("subject_id","about")
);
--> statement-breakpoint
CREATE TABLE "notice_seen" (
	"person_id" text PRIMARY KEY NOT NULL,
	"up_to" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "notice_seen" ADD CONSTRAINT "notice_seen_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "event_what" ON "event" USING btree ("what","id");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON notice_seen TO cantiere_app;--> statement-breakpoint
GRANT SELECT, INSERT ON notice_given TO cantiere_app;
