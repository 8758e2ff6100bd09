import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { RuleCases } from './cases.ts';
import type { JobInput, StackJob } from './define.ts';

/** The cases that stand beside the rules, of one rule in as many files as it takes, in the order of their rules' ids. For tests only. */
export async function loadCases(): Promise<readonly RuleCases[]> {
  const here = fileURLToPath(new URL('.', import.meta.url));
  const files = ['layers', 'mesh', 'program', 'recipe'].flatMap((folder) =>
    readdirSync(`${here}${folder}`)
      .filter((name) => name.endsWith('.cases.ts'))
      .map((name) => `./${folder}/${name}`),
  );
  const all = await Promise.all(files.map(async (file) => ((await import(file)) as { cases: RuleCases }).cases));
  const whole = new Map<string, RuleCases>();
  for (const own of all) {
    const { recipe = [], job = [], stack = [] } = whole.get(own.rule.id) ?? {};
    whole.set(own.rule.id, {
      rule: own.rule,
      recipe: [...recipe, ...(own.recipe ?? [])],
      job: [...job, ...(own.job ?? [])],
      stack: [...stack, ...(own.stack ?? [])],
    });
  }
  return [...whole.values()].sort((a, b) => (a.rule.id < b.rule.id ? -1 : 1));
}

type Reads = Map<string, Set<string>>;
const watched = <T extends object>(subject: T, seen: Set<string>): T =>
  new Proxy(subject, {
    get: (target, key) => {
      if (typeof key === 'string') seen.add(key);
      return Reflect.get(target, key) as unknown;
    },
  });
/** What a rule's view of a job reads of program, mesh and layers, seen over all its cases. */
export function watchReads(
  { rule, job = [], stack = [] }: RuleCases,
  jobOf: (c: NonNullable<RuleCases['job']>[number]) => JobInput,
  stackOf: (c: NonNullable<RuleCases['stack']>[number]) => StackJob,
): Reads {
  const reads: Reads = new Map([
    ['program', new Set()],
    ['mesh', new Set()],
    ['layers', new Set()],
  ]);
  for (const c of stack) {
    const input = stackOf(c);
    rule.layers?.find(watched(input.stack, reads.get('layers')!), input.context);
  }
  for (const c of job) {
    const input = jobOf(c);
    const report = watched(input.report, reads.get('program')!);
    const mesh = input.mesh && watched(input.mesh, reads.get('mesh')!);
    const seen = { ...input, report, ...(mesh && { mesh }) };
    if (mesh && rule.mesh) rule.mesh.find(mesh, seen);
    else if (rule.program && !(mesh && rule.program.only)) rule.program.find(seen);
  }
  return reads;
}
