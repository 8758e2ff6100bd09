GRANT SELECT, INSERT ON policy_revision TO cantiere_app;
