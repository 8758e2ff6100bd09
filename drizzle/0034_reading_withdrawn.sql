ALTER TABLE "reading" ALTER COLUMN "value" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_withdrawn" CHECK (("reading"."value" is null) = ("reading"."typed" = ''));--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_withdraws" CHECK ("reading"."value" is not null or "reading"."supersedes" is not null);