import type { ContextChange } from '../../src/areas/rules/fixture.ts';
import { parts } from './parts.ts';
import type { Act, Plan } from './plan.ts';

export const partOf = (name: string): Plan => parts.find((p) => p.name === name)!;
export const bracket = partOf('bracket_2pc');
export const twoHeads = partOf('body with support');

/** A fault planted into an ordinary program. */
export interface PlantedFault {
  readonly name: string;
  readonly plan: Plan;
  /** Lines that are taken out of the program. */
  readonly without?: RegExp;
  /** What is changed in the text itself. */
  readonly alter?: (program: string) => string;
  readonly change?: ContextChange;
  /** Dialects it is written in; those in which what is planted can be said. */
  readonly in: readonly string[];
  /** Rules that must speak, and no other, each with the figure it must give. */
  readonly finds: Readonly<Record<string, string>>;
  /** What the line looks like that the first of them names. */
  readonly line?: RegExp;
  readonly isBlocked?: boolean;
}

/** A plan with words put in before a layer. */
export function withWords(plan: Plan, layer: number, ...words: string[]): Plan {
  const raw = words.map((line): Act => ({ do: 'raw', line }));
  return { ...plan, acts: plan.acts.flatMap((a) => (a.do === 'layer' && a.n === layer ? [...raw, a] : [a])) };
}
export const atEnd = (plan: Plan, ...words: string[]): Plan => ({
  ...plan,
  acts: [...plan.acts, ...words.map((line): Act => ({ do: 'raw', line }))],
});
export const moved = (plan: Plan, dx: number, dy = 0): Plan => ({
  ...plan,
  acts: plan.acts.map((a) => ('x' in a ? { ...a, x: a.x + dx, y: a.y + dy } : a)),
});
export const faster = (plan: Plan, factor: number): Plan => ({
  ...plan,
  acts: plan.acts.map((a) => (a.do === 'line' ? { ...a, mmPerS: a.mmPerS * factor } : a)),
});
export const fed = (plan: Plan, factor: number): Plan => ({
  ...plan,
  acts: plan.acts.map((a) => (a.do === 'line' ? { ...a, mm3: a.mm3 * factor } : a)),
});
export const withoutLayer = (plan: Plan, n: number): Plan => {
  let at = -1;
  return {
    ...plan,
    acts: plan.acts.filter((a) => {
      if (a.do === 'layer') at = a.n;
      return at !== n;
    }),
  };
};
export const box = { kind: 'box', x: 150, y: 150, w: 40, d: 30 } as const;
export const even = (n: number, mm = 0.2): readonly number[] => Array.from({ length: n }, () => mm);
export const ALL = ['plain', 'volumetric', 'arcs', 'compact'];
export const lightsOut: ContextChange = { job: { class: 'lights-out' } };
