-- Text as people count: T-9 before T-10.
CREATE COLLATION as_counted (provider = icu, locale = 'en-u-kn-true');
--> statement-breakpoint
-- Text without case and accents, as lists are searched.
CREATE FUNCTION folded(text) RETURNS text LANGUAGE sql IMMUTABLE STRICT PARALLEL SAFE
  AS $$ SELECT CASE WHEN octet_length($1) = length($1) THEN lower($1)
    ELSE lower(regexp_replace(normalize($1, NFD), '[\u0300-\u036f]', '', 'g')) END $$;
--> statement-breakpoint
ALTER TABLE "profile" drop column "search";--> statement-breakpoint
ALTER TABLE "profile" ADD COLUMN "search" text GENERATED ALWAYS AS (folded(name || ' ' || key || ' ' || tags::text)) STORED NOT NULL;--> statement-breakpoint
CREATE INDEX profile_search ON profile USING gin (search gin_trgm_ops);
