import { defineRule, placeOfLine, type Found } from '../define.ts';
import { soundJob } from '../sound.ts';

export const toolThere = defineRule({
  id: 'tool-there',
  bites: 'before start',
  title: 'The machine has every tool the program asks for',
  why: 'Asked for a head it does not have, a controller stops, or lays everything with the one it has.',
  source: 'Printer profile: number of heads',
  of: 'program',
  find: ({ report: r, sheet }) => {
    const { heads, name } = sheet.machine;
    if (heads === undefined) return { missing: 'the printer profile was read without its heads' };
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
  examples: {
    passes: [{ says: 'one head', input: soundJob({ report: { tools: [{ tool: 0, line: 3 }] } }) }],
    fails: [{ says: 'a second head', input: soundJob({ report: { tools: [{ tool: 1, line: 90 }] } }) }],
  },
});
