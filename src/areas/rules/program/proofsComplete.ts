import { formatQuantity } from '../../../core/units/format.ts';
import { catalogue, type FilamentTrial } from '../../library/settings/catalogue.ts';
import { numberOf, type NumberSetting, type Setting } from '../../library/settings/define.ts';
import type { CheckContext } from '../context.ts';
import { trialFix } from '../evidence.ts';
import { bareOverhangs } from '../mesh/overhangProven.ts';
import { defineRule, type Found, type JobInput, type NotChecked } from '../define.ts';
import { isBody } from '../recipeInput.ts';

const isOn = ({ context }: JobInput, key: string): boolean => Boolean(numberOf(context.recipe.values ?? {}, key));

/** When a job rests on what a kind of trial proves; always, where nothing is said. What a program brought along does not show of itself
 *  is no use of it: other rules say there that they could not look. */
const RESTS_ON: Readonly<Partial<Record<FilamentTrial, (job: JobInput, setting: Setting) => boolean>>> = {
  // flow-evidence asks for it in every class; here it only stands among what the policy allows
  flow: ({ context }) => context.policy?.mayStayUnproven?.['flow'] !== undefined,
  retraction: ({ report }) => report.shortestRetractionMm !== null,
  dimensions: (job, { key }) => key !== 'contourOffsetMm' || (job.mesh !== undefined && isOn(job, key)),
  pressure: (job, { key }) => job.mesh !== undefined && isOn(job, key),
  refill: (job, { key }) => job.mesh !== undefined && isOn(job, key),
  overhang: ({ mesh }) => mesh !== undefined && bareOverhangs(mesh).length > 0,
  bridge: ({ mesh }) => (mesh?.bridges ?? []).length > 0,
  'head-offset': ({ report }) => report.tools.some(({ tool }) => tool > 0),
};
/** Trials that prove how a part comes out: what else is laid needs none. */
const OF_THE_PART: ReadonlySet<FilamentTrial> = new Set<FilamentTrial>([
  'dimensions',
  'overhang',
  'bridge',
  'wall-speed',
  'layer-time',
  'head-offset',
]);
const isProvable = (s: Setting): s is NumberSetting & { readonly provenBy: FilamentTrial } =>
  s.technology === 'filament' && s.provenBy !== undefined;

const READS = ['extrudingMoves', 'shortestRetractionMm', 'tools'] as const;

export const proofsComplete = defineRule({
  id: 'proofs-complete',
  stage: 'before start',
  title: 'Everything a job rests on is proven, where only what is proven may print',
  why: 'One unproven value is enough to spoil a part that nobody will look at before it leaves.',
  source:
    'decisions: in a proven-only class every setting the job uses needs valid evidence; exceptions stand in the policy',
  isOfHead: true,
  program: { reads: READS, find: judge },
  mesh: { reads: ['bridges', 'overhangs'], readsProgram: READS, find: (_, job) => judge(job) },
});

function judge(job: JobInput): readonly Found[] | NotChecked {
  const { context, report } = job;
  if (!context.job.provenOnly) return [];
  if (report.extrudingMoves === 0) return { needs: 'a program that extrudes' };
  const wanting = catalogue
    .filter(isProvable)
    .filter((s) => !(context.seenFrom && !context.seenFrom.roles.some(isBody) && OF_THE_PART.has(s.provenBy)))
    .filter((s) => context.proofs[s.key]?.state !== 'proven' && (RESTS_ON[s.provenBy]?.(job, s) ?? true));
  const reasons = context.policy?.mayStayUnproven ?? {};
  const excepted = wanting.filter((s) => reasons[s.key] !== undefined);
  const byTrial = new Map<FilamentTrial, NumberSetting[]>();
  for (const s of wanting) if (!excepted.includes(s)) byTrial.set(s.provenBy, [...(byTrial.get(s.provenBy) ?? []), s]);
  return [
    ...[...byTrial].map(([trial, settings]) => missing(context, trial, settings)),
    ...(excepted.length > 0 ? [tolerated(excepted, reasons)] : []),
  ];
}

function missing(context: CheckContext, trial: FilamentTrial, settings: readonly NumberSetting[]): Found {
  const { recipe, job, proofs } = context;
  const trialId = settings.map((s) => proofs[s.key]?.trialId).find((id) => id);
  return {
    severity: 'blocker',
    title: `${labels(settings)} not proven here`,
    figure: settings
      .map((s) => {
        const value = numberOf(recipe.values ?? {}, s.key);
        return `${value === null ? '' : `${formatQuantity(value, s.quantity)} `}${evidenceOf(context, s.key)}`;
      })
      .join(', '),
    limit: 'valid evidence',
    origin: `class ${job.class}: proven only`,
    fix: trialFix(context, trial),
    isUnproven: true,
    ...(trialId && { trialId }),
  };
}
function tolerated(settings: readonly NumberSetting[], why: Readonly<Record<string, string>>): Found {
  return {
    severity: 'note',
    title: 'Unproven, as the policy allows',
    figure: labels(settings),
    limit: 'valid evidence',
    origin: `farm policy: ${[...new Set(settings.map((s) => why[s.key]!))].join('; ')}`,
    fix: 'nothing, or run their trials',
    isUnproven: true,
  };
}
const nameOf = ({ label }: NumberSetting): string => label.charAt(0).toLowerCase() + label.slice(1);
/** Their names as a sentence begins with them. */
const labels = ([first, ...others]: readonly NumberSetting[]): string =>
  [first!.label, ...others.map(nameOf)].join('; ');

/** How far the evidence of a setting goes, in words. */
function evidenceOf({ proofs }: CheckContext, key: string): string {
  const proof = proofs[key];
  if (!proof || proof.state === 'unproven') return 'without proof';
  return proof.state === 'due' ? `due: ${proof.because ?? 'old'}` : `proven only on ${proof.because ?? 'a sister'}`;
}
