GRANT SELECT, INSERT ON job_confirmation, job_outcome TO cantiere_app;
