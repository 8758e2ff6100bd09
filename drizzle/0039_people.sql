CREATE TABLE "sign_in_link" (
	"id" text PRIMARY KEY NOT NULL,
	"person_id" text NOT NULL,
	"purpose" text NOT NULL,
	"hash" text NOT NULL,
	"by_name" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "sign_in_link_hash_unique" UNIQUE("hash"),
	CONSTRAINT "sign_in_link_purpose" CHECK ("sign_in_link"."purpose" in ('invitation', 'reset'))
);
--> statement-breakpoint
ALTER TABLE "api_token" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "impersonated_by" text;--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "banned" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "ban_reason" text;--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "ban_expires" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sign_in_link" ADD CONSTRAINT "sign_in_link_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "sign_in_link_open" ON "sign_in_link" USING btree ("person_id") WHERE "sign_in_link"."used_at" is null and "sign_in_link"."revoked_at" is null;--> statement-breakpoint
ALTER TABLE "api_token" ADD CONSTRAINT "api_token_person_id_user_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- A token belongs to whoever made it; one whose maker cannot be told does nothing any more.
UPDATE api_token t SET person_id = u.id FROM "user" u
WHERE u.name = t.by_name AND (SELECT count(*) FROM "user" other WHERE other.name = t.by_name) = 1;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE (used_at, revoked_at) ON sign_in_link TO cantiere_app;--> statement-breakpoint
-- People are deactivated, never deleted: records name them.
REVOKE DELETE ON "user" FROM cantiere_app;
