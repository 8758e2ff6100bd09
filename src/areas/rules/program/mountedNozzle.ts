import { defineRule } from '../define.ts';

export const mountedNozzle = defineRule({
  id: 'mounted-nozzle',
  stage: 'before start',
  title: 'The mounted nozzle is the recipe’s',
  why: 'Another nozzle diameter lays lines that do not touch, or cannot pass what is fed.',
  source: 'common practice, no published source',
  isOfHead: true,
  recipe: {
    about: 'machine',
    reads: [],
    needsMachine: true,
    find: ({ input: { machine, roles } }) => {
      const body = roles.find((x) => x.role === 'part body');
      if (!body || machine!.mountedToolId === body.toolId) return [];
      return [
        {
          severity: 'blocker',
          title: machine!.mountedToolId ? 'Another nozzle is mounted' : 'No tool is mounted',
          figure: machine!.mountedToolId ? 'another' : 'none',
          limit: 'the recipe’s',
          origin: `machine, ${machine!.name}`,
          fix: 'mount it, or choose the mounted one',
          change: { machine: { mountedToolId: body.toolId } },
        },
      ];
    },
  },
  program: {
    reads: [],
    find: ({ context }) => {
      const { mounted } = context.machine;
      const { tool } = context.recipe;
      if (mounted?.id === tool.id) return [];
      return [
        {
          severity: 'blocker',
          title: mounted ? 'Another nozzle is mounted' : 'No tool is mounted',
          figure: mounted ? `${mounted.name} (${mounted.nozzleMm} mm)` : 'none',
          limit: `${tool.name} (${tool.nozzleMm} mm)`,
          origin: 'recipe',
          fix: `mount ${tool.name} on ${context.machine.name}${mounted ? ` or check with a recipe for ${mounted.name}` : ''}`,
        },
      ];
    },
  },
});
