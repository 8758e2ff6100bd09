CREATE TABLE "sign_of_life" (
	"process" text PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON sign_of_life TO cantiere_app;
