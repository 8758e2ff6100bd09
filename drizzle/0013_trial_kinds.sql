-- Plans and decisions of flow trials in the shape that every kind shares; readings and proofs stay as they are.
UPDATE trial SET plan = jsonb_build_object(
  'conditions', jsonb_build_object('lineWidthMm', plan->'lineWidthMm', 'layerHeightMm', plan->'layerHeightMm', 'flow', plan->'flow', 'nozzleC', plan->'nozzleC', 'bedC', plan->'bedC'),
  'params', jsonb_build_object('walls', plan->'walls', 'lineDistanceMm', plan->'lineDistanceMm', 'sideMm', plan->'sideMm'),
  'bands', '[]'::jsonb, 'shapes', '[]'::jsonb, 'sizeMm', jsonb_build_array(plan->'sideMm', plan->'sideMm', plan->'heightMm'),
  'timeS', plan->'timeS', 'filamentMm', plan->'filamentMm', 'massG', plan->'massG', 'cost', plan->'cost', 'lines', plan->'lines', 'readingsWanted', plan->'readingsWanted')
WHERE plan ? 'walls';
--> statement-breakpoint
UPDATE trial SET decision = (decision - 'before' - 'value' - 'interval' - 'range') || jsonb_build_object('written',
  CASE WHEN decision->>'outcome' = 'accepted' THEN jsonb_build_array(jsonb_build_object('setting', 'flow', 'before', decision->'before', 'value', decision->'value', 'interval', decision->'interval', 'range', decision->'range')) ELSE '[]'::jsonb END)
WHERE decision IS NOT NULL AND NOT decision ? 'written';
