DROP INDEX profile_search;
--> statement-breakpoint
CREATE INDEX profile_search ON profile USING gin (search gin_trgm_ops);
