CREATE TABLE "sign_in_refused" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "sign_in_refused_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"account" text NOT NULL,
	"address" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE INDEX "sign_in_refused_account" ON "sign_in_refused" USING btree ("account","at");--> statement-breakpoint
CREATE INDEX "sign_in_refused_address" ON "sign_in_refused" USING btree ("address","at");--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON sign_in_refused TO cantiere_app;
