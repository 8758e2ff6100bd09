GRANT SELECT, INSERT, UPDATE ON api_token TO cantiere_app;
