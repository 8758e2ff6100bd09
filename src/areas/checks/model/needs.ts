import { findSetting } from '../../library/settings/catalogue.ts';
import type { OnHead } from '../../machines/model/pages.ts';
import type { CheckContext, ContextHead } from '../../rules/context.ts';
import { layingHeads } from '../../rules/headViews.ts';
import { isOfLayers, type JobOutcome } from '../../rules/outcome.ts';

/** What one head must carry for a print of a job. */
export interface HeadNeed {
  /** As programs call it: 0 is the first. */
  readonly head: number;
  readonly tool: { readonly id: string; readonly name: string };
  readonly material: { readonly id: string; readonly name: string };
  /** What one print feeds. */
  readonly massG: number;
}

/** Heads that a checked program uses: that of the part body, and the others that lay something. */
export const headsUsed = (
  { machine: m, recipe, bodyTool = 0, heads = [] }: CheckContext,
  report: Parameters<typeof layingHeads>[0],
): readonly Pick<ContextHead, 'tool' | 'mounted' | 'loaded' | 'recipe'>[] => [
  { tool: bodyTool, mounted: m.mounted, loaded: m.loaded, recipe },
  ...heads.filter((h) => layingHeads(report).includes(h.tool)),
];
/** What a head takes of a print. */
export const massOn = (
  tool: number,
  bodyTool: number,
  estimate: Pick<JobOutcome['estimate'], 'massG'> & {
    readonly heads?: readonly { readonly head: number; readonly massG: number }[];
  },
): number => estimate.heads?.find((h) => h.head === tool + 1)?.massG ?? (tool === bodyTool ? estimate.massG : 0);

/** What must be mounted and loaded for a print, as its check has it. */
export function needsOf(context: CheckContext, outcome: JobOutcome): readonly HeadNeed[] {
  const { bodyTool = 0 } = context;
  const used = isOfLayers(outcome) ? [{ tool: bodyTool, recipe: context.recipe }] : headsUsed(context, outcome.report);
  return used.map(({ tool, recipe: { tool: t, material } }) => ({
    head: tool,
    tool: { id: t.id, name: t.name },
    material: { id: material.id, name: material.name },
    massG: massOn(tool, bodyTool, outcome.estimate),
  }));
}

const DAY_MS = 86_400_000;
/** The first proof of a context to run out by age, as it was at that moment; null where nothing holds. */
export function firstToRunOut(
  { proofs, heads = [] }: Pick<CheckContext, 'proofs' | 'heads'>,
  at: Date,
): { readonly label: string; readonly until: string } | null {
  const valid = [proofs, ...heads.map((h) => h.proofs)]
    .flatMap((of) => Object.values(of))
    .filter((p) => p.state === 'proven')
    .toSorted((a, b) => a.daysLeft - b.daysLeft);
  const [first] = valid;
  if (!first) return null;
  const label = findSetting(first.key)?.label ?? first.key;
  return { label, until: new Date(at.getTime() + DAY_MS * first.daysLeft).toISOString() };
}
/** What of a head is asked. */
export type HeadAsIs = Omit<OnHead, 'lot' | 'code'>;
/** What a head lacks for so many prints: its tool, and its material or enough of it. */
function lackOf(need: HeadNeed, on: HeadAsIs | undefined, prints: number) {
  const isOther = on?.materialId !== need.material.id;
  return {
    tool: on?.toolId !== need.tool.id,
    material: isOther ? ('other' as const) : on.remainingG < need.massG * prints ? ('too little' as const) : null,
  };
}
/** What has to be changed at a machine before so many prints, a sentence each; nothing where they can begin. */
export function whatToChange(
  needs: readonly HeadNeed[],
  onHeads: readonly HeadAsIs[],
  prints: number,
): readonly string[] {
  const isNamed = onHeads.length > 1;
  return needs.flatMap((need) => {
    const on = onHeads.find((h) => h.head === need.head);
    const lack = lackOf(need, on, prints);
    const where = isNamed ? ` on head ${need.head + 1}` : '';
    const { name } = need.material;
    const takesG = Math.ceil(need.massG * prints);
    return [
      ...(lack.tool ? [`mount ${need.tool.name}${where} (${on?.toolName ?? 'nothing'} is mounted)`] : []),
      ...(lack.material === 'other' ? [`load ${name}${where} (${on?.materialName ?? 'nothing'} is loaded)`] : []),
      ...(lack.material === 'too little'
        ? [
            `load more ${name}${where}: ${Math.floor(on!.remainingG)} g are left, ${prints === 1 ? 'it takes' : `${prints} prints take`} ${takesG} g`,
          ]
        : []),
    ];
  });
}

/** How many of those there are, where nobody reads them. */
export const lacking = (needs: readonly HeadNeed[], onHeads: readonly HeadAsIs[], prints: number): number =>
  needs.reduce((n, need) => {
    const lack = lackOf(
      need,
      onHeads.find((h) => h.head === need.head),
      prints,
    );
    return n + Number(lack.tool) + Number(lack.material !== null);
  }, 0);
