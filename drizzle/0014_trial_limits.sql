-- Plans kept before these were part of a plan: no limits known, no recipe behind them.
UPDATE trial SET plan = '{"limits": null, "recipeId": null, "overrides": {}}'::jsonb || plan WHERE NOT plan ? 'recipeId';
