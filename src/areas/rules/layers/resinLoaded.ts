import { defineRule } from '../define.ts';

export const resinLoaded = defineRule({
  id: 'resin-loaded',
  stage: 'before start',
  technology: 'resin',
  title: 'The resin in the vat is the recipe’s',
  why: 'Every resin wants its own light and its own pauses: another one stays soft, or grows through.',
  source: 'What was loaded last at the machine',
  layers: {
    reads: [],
    find: (_, { machine: { loaded }, recipe: { material } }) => {
      if (!loaded) return { needs: 'what is loaded on the machine' };
      return loaded.id === material.id
        ? []
        : [
            {
              severity: 'blocker',
              title: 'Another resin is loaded',
              figure: `${loaded.name}, lot ${loaded.lot}`,
              limit: material.name,
              origin: 'said at the machine',
              fix: `change the vat to ${material.name} and record it`,
            },
          ];
    },
  },
});
