CREATE TABLE "answered" (
	"person_id" text NOT NULL,
	"key" text NOT NULL,
	"command" text NOT NULL,
	"status" integer NOT NULL,
	"type" text NOT NULL,
	"body" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "answered_person_id_key_pk" PRIMARY KEY("person_id","key")
);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON answered TO cantiere_app;
