-- What was asked for stays as it was asked; only what becomes of it changes.
GRANT SELECT, INSERT, UPDATE (state, answer) ON print_request TO cantiere_app;
