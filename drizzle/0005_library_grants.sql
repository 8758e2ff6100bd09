GRANT SELECT, INSERT ON recipe_pin TO cantiere_app;
--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE INDEX profile_search ON profile USING gin ((name || ' ' || key || ' ' || tags::text) gin_trgm_ops);
