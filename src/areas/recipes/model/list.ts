import type { ListColumns } from '../../../core/lists/list.ts';
import type { RecipeRow } from './recipe.ts';

export const recipeColumns = {
  name: { title: 'Name', of: (r) => r.name },
  for: { title: 'For', of: (r) => r.place, isFacet: true },
  process: { title: 'Process', of: (r) => r.process, isFacet: true },
  material: { title: 'Material of the part', of: (r) => r.material, isFacet: true },
  by: { title: 'Saved by', of: (r) => r.byName },
  since: { title: 'Since', of: (r) => r.at, isFigure: true },
  pins: { title: 'Snapshots', of: (r) => r.pins, isFigure: true },
} as const satisfies ListColumns<RecipeRow>;
