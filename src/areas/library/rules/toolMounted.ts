import { defineRecipeRule } from './define.ts';

export const toolMounted = defineRecipeRule({
  id: 'tool-mounted',
  about: 'machine',
  technology: 'filament',
  title: 'The mounted tool is the recipe’s',
  why: 'Another bore lays lines that do not touch, or cannot pass what is fed.',
  source: 'common practice, no published source',
  reads: [],
  needsMachine: true,
  find: ({ input: { machine: m, roles } }) => {
    const part = roles.find((x) => x.role === 'part body');
    return !part || m!.mountedToolId === part.toolId
      ? []
      : [
          {
            severity: 'blocker',
            title: m!.mountedToolId ? 'Another tool is mounted' : 'No tool is mounted',
            figure: m!.mountedToolId ? 'another' : 'none',
            limit: 'the recipe’s',
            origin: `machine, ${m!.name}`,
            fix: 'mount it, or choose the mounted one',
            change: { machine: { mountedToolId: part.toolId } },
          },
        ];
  },
  examples: {
    passes: [{ says: 'the same', change: {} }],
    fails: [
      { says: 'another', change: { machine: { mountedToolId: 'x' } } },
      { says: 'none', change: { machine: { mountedToolId: null } } },
    ],
  },
});
