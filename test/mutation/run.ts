import { mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { bundleMutants } from './bundle.ts';
import type { Mutant } from './operators.ts';
import { scopes, type Scope } from './scope.ts';
import { survivorsOf } from './tryMutants.ts';

/** What tests a file is nearest to: its rule's id, or its kind of trial. */
export function nearestOf(file: string): string {
  const rule = /id: '([a-z-]+)',\n {2}stage:/.exec(readFileSync(file, 'utf8'))?.[1];
  const kind = /kinds\/([a-zA-Z]+)\//.exec(file)?.[1]?.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);
  return rule ?? kind ?? '';
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
): Promise<ScopeResult> {
  mkdirSync('.data/mutants', { recursive: true });
  const module = path.resolve(`.data/mutants/${scope.name.replace(' ', '-')}.mjs`);
  const chosen = pick(await bundleMutants(scope, module));
  const near = new Map(scope.files.map((f) => [f, nearestOf(f)]));
  const survivors = await survivorsOf(
    module,
    chosen.map((mutant) => ({ mutant, of: near.get(mutant.file)! })),
    (done) => tell?.(done, chosen.length),
  );
  return { scope, tried: chosen.length, survivors };
}
/** A mutant by what it changes, not by where its line happens to stand. */
export const nameOf = ({ file, kind, from, to }: Mutant): string => `${file} | ${kind} | ${from} → ${to}`;
export { scopes };
