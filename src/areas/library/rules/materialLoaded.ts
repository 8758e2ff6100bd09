import { defineRecipeRule } from './define.ts';

export const materialLoaded = defineRecipeRule({
  id: 'material-loaded',
  about: 'machine',
  technology: 'filament',
  title: 'The loaded material is the recipe’s',
  why: 'Another plastic at these temperatures clogs or falls apart.',
  source: 'common practice, no published source',
  reads: [],
  needsMachine: true,
  find: ({ input: { machine: m, roles } }) => {
    const part = roles.find((x) => x.role === 'part body');
    return !part || m!.loadedMaterialId === part.materialId
      ? []
      : [
          {
            severity: 'blocker',
            title: m!.loadedMaterialId ? 'Another material is loaded' : 'No material is loaded',
            figure: m!.loadedLot ? `lot ${m!.loadedLot}` : 'none',
            limit: part.materialName,
            origin: `machine, ${m!.name}`,
            fix: `load ${part.materialName}`,
            change: { machine: { loadedMaterialId: part.materialId } },
          },
        ];
  },
  examples: {
    passes: [{ says: 'the same', change: {} }],
    fails: [{ says: 'another', change: { machine: { loadedMaterialId: 'pla' } } }],
  },
});
