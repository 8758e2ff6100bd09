import { defineRule, placeOfLine, type Found } from '../define.ts';

export const toolThere = defineRule({
  id: 'tool-there',
  stage: 'before start',
  title: 'The machine has every tool the program asks for',
  why: 'Asked for a head it does not have, a controller stops, or lays everything with the one it has.',
  source: 'Printer profile: number of heads',
  program: {
    reads: ['layerRows', 'tools'],
    only: 'brought along',
    find: ({ report: r, context }) => {
      const { heads, name } = context.machine;
      if (heads === undefined) return { needs: 'the number of heads, which was not kept' };
      return r.tools
        .filter((t) => t.tool >= heads)
        .map(({ tool, line }): Found => ({
          severity: 'blocker',
          title: `The program asks for tool ${tool}`,
          figure: `T${tool} at line ${line}`,
          limit: heads === 1 ? 'one head, T0' : `${heads} heads, T0 to T${heads - 1}`,
          origin: `hardware, ${name}`,
          fix: heads === 1 ? 'have it made for one head' : 'have it made for this machine’s heads',
          ...placeOfLine(r, line),
        }));
    },
  },
});
