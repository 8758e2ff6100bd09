import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { bundleMutants } from './bundle.ts';
import type { Mutant } from './operators.ts';
import { scopes, type Scope } from './scope.ts';
import { survivorsOf } from './tryMutants.ts';

const KINDS = 'src/areas/trials/kinds';
const folderOf = (file: string): string | undefined => /kinds\/([a-zA-Z]+)\//.exec(file)?.[1];
const kindOfFolder = (folder: string): string => folder.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);
const RULES = 'src/areas/rules';
const ruleFiles = readdirSync(RULES, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('.ts') && !/\.(cases|test)\.ts$/.test(f))
  .map((f) => path.join(RULES, f));
const idOf = (text: string): string | undefined => /id: '([a-z-]+)',\n {2}stage:/.exec(text)?.[1];
/** Files of the room of rules that import a file, straight or by way of others. */
const importersOf = new Map<string, Set<string>>();
for (const user of ruleFiles) {
  const seen = new Set<string>();
  const follow = (file: string): void => {
    for (const [, to] of readFileSync(file, 'utf8').matchAll(/from '(\.[^']+)'/g)) {
      const used = path.join(path.dirname(file), to!);
      if (!used.startsWith(RULES) || seen.has(used)) continue;
      seen.add(used);
      follow(used);
    }
  };
  follow(user);
  for (const used of seen) importersOf.set(used, (importersOf.get(used) ?? new Set()).add(user));
}
/** What tests a file is nearest to: its rule, or the rules that use it; or its kind of trial. */
export function nearestOf(file: string): readonly string[] {
  const rules = [file, ...(importersOf.get(file) ?? [])].flatMap((f) => idOf(readFileSync(f, 'utf8')) ?? []);
  const folder = folderOf(file);
  return folder ? [kindOfFolder(folder)] : rules;
}
/** The kind whose folder it stands in, and the kinds that import from there; null where it stands in none, or where no kind does alone. */
export function usersOf(file: string): readonly string[] | null {
  const folder = folderOf(file);
  if (!folder) return null;
  const shared = readdirSync(KINDS).filter((f) => f.endsWith('.ts') && f !== 'index.ts' && !f.endsWith('.test.ts'));
  const names = (path: string): boolean => readFileSync(path, 'utf8').includes(`/${folder}/`);
  if (shared.some((f) => names(`${KINDS}/${f}`))) return null;
  const folders = readdirSync(KINDS, { withFileTypes: true }).filter((d) => d.isDirectory());
  const using = folders.filter(
    (d) => d.name !== folder && readdirSync(`${KINDS}/${d.name}`).some((f) => names(`${KINDS}/${d.name}/${f}`)),
  );
  return [folder, ...using.map((d) => d.name)].map(kindOfFolder);
}
export interface ScopeResult {
  readonly scope: Scope;
  readonly tried: number;
  readonly survivors: readonly Mutant[];
}
/** Tries the mutants of a scope that `pick` takes. */
export async function runScope(
  scope: Scope,
  pick: (mutants: readonly Mutant[]) => readonly Mutant[] = (m) => m,
  tell?: (done: number, of: number) => void,
  areProven = false,
): Promise<ScopeResult> {
  mkdirSync('.data/mutants', { recursive: true });
  const module = path.resolve(`.data/mutants/${scope.name.replace(' ', '-')}.mjs`);
  const chosen = pick(await bundleMutants(scope, module));
  const near = new Map(scope.files.map((f) => [f, { of: nearestOf(f), usedBy: usersOf(f) }]));
  const survivors = await survivorsOf(
    module,
    chosen.map((mutant) => ({ mutant, ...near.get(mutant.file)! })),
    (done) => tell?.(done, chosen.length),
    { areProven, mostAskedMs: scope.mostAskedMs ?? Infinity },
  );
  return { scope, tried: chosen.length, survivors };
}
/** A mutant by what it changes, not by where its line happens to stand. */
export const nameOf = ({ file, kind, from, to }: Mutant): string => `${file} | ${kind} | ${from} → ${to}`;
export { scopes };
