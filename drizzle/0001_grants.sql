GRANT USAGE ON SCHEMA public TO cantiere_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO cantiere_app;
--> statement-breakpoint
REVOKE UPDATE, DELETE, TRUNCATE ON revision, revision_event, pairing_revision, reading, event, maintenance FROM cantiere_app;
--> statement-breakpoint
GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public TO cantiere_app;
