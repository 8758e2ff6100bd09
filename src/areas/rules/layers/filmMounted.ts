import { defineRule } from '../define.ts';

export const filmMounted = defineRule({
  id: 'film-mounted',
  stage: 'before start',
  technology: 'resin',
  title: 'The film is the recipe’s',
  why: 'Lift and pauses were proven on that film: another one holds longer, or dims the light.',
  source: 'What was mounted last at the machine',
  layers: {
    reads: [],
    find: (_, { machine: { mounted }, recipe: { tool } }) => {
      if (!mounted) return { needs: 'which film is mounted on the machine' };
      return mounted.id === tool.id
        ? []
        : [
            {
              severity: 'blocker',
              title: 'Another film is mounted',
              figure: mounted.name,
              limit: tool.name,
              origin: 'said at the machine',
              fix: `mount ${tool.name} and record it`,
            },
          ];
    },
  },
});
