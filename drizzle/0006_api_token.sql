CREATE TABLE "api_token" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"role" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"last_used_at" timestamp with time zone,
	"by_name" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "api_token_hash_unique" UNIQUE("hash"),
	CONSTRAINT "api_token_role" CHECK ("api_token"."role" in ('viewer', 'technician', 'lead'))
);
