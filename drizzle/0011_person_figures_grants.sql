GRANT SELECT, INSERT, UPDATE ON person_figures TO cantiere_app;
