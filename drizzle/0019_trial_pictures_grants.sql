GRANT SELECT, INSERT ON trial_picture TO cantiere_app;
