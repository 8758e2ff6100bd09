import type { MachineCard } from '../../machines/model/pages.ts';
import type { TrialKindKey } from '../kinds/define.ts';
import { kindOf, trialKinds } from '../kinds/index.ts';

/** Evidence that runs out within so many days counts as due this week. */
export const WEEK_DAYS = 7;
export type Cover = 'not for it' | 'proven' | 'soon' | 'due' | 'sister' | 'unproven';
export interface KindCover {
  readonly kind: TrialKindKey;
  readonly cover: Cover;
  /** Why it is due, or by which trial it is proven. */ readonly says: string;
  readonly trialId: string | null;
  readonly daysLeft: number | null;
}

/** How a kind of trial stands on a machine with what is mounted and loaded: the worst of the settings it proves. */
export function coverOf(kind: TrialKindKey, card: Pick<MachineCard, 'proofs' | 'heads' | 'technology'>): KindCover {
  const k = kindOf(kind);
  const proofs = k.proves.map((key) => card.proofs.find((p) => p.key === key));
  const missing = proofs.some((p) => !p);
  const due = proofs.find((p) => p?.state === 'due');
  const sister = proofs.find((p) => p?.state === 'sister');
  const first = proofs.find((p) => p);
  const daysLeft = missing ? null : Math.floor(Math.min(...proofs.map((p) => p!.daysLeft)));
  const trialId = first?.trialId ? first.trialId : null;
  const of = (cover: Cover, says: string): KindCover => ({ kind, cover, says, trialId, daysLeft });
  if (k.technology !== card.technology) return of('not for it', `a trial for ${k.technology}`);
  if ((k.heads ?? 1) > card.heads) return of('not for it', `the machine has ${card.heads} head`);
  if (due) return of('due', due.because ?? 'evidence is due');
  if (missing) return { ...of('unproven', 'never proven here'), trialId: null };
  if (sister) return of('sister', `proven on a sister machine by ${sister.trialName}`);
  return daysLeft! <= WEEK_DAYS
    ? of('soon', `${first!.trialName} runs out in ${Math.max(0, daysLeft!)} d`)
    : of('proven', `${first!.trialName}, ${first!.ageDays} d ago`);
}
/** Kinds that should be proven before this one and are not. */
export const missingBefore = (
  kind: TrialKindKey,
  card: Pick<MachineCard, 'proofs' | 'heads' | 'technology'>,
): TrialKindKey[] => kindOf(kind).after.filter((k) => !['proven', 'soon'].includes(coverOf(k, card).cover));
export const orderOf = (kind: TrialKindKey): number => trialKinds.findIndex((k) => k.key === kind);

/** A trial that somebody should run, with what it would take on that very machine. */
export interface DueTrial {
  readonly machineId: string;
  readonly machineName: string;
  readonly place: string;
  readonly kind: TrialKindKey;
  readonly cover: Cover;
  readonly says: string;
  readonly before: readonly TrialKindKey[];
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly processName: string;
  readonly timeS: number;
  readonly massG: number;
  /** Resin it takes; 0 for filament, and where nothing is printed. */
  readonly resinMl: number;
  readonly cost: number;
  /** Height of its coupon, and what may stand on the plate beside another; null where the printer profile does not say. */
  readonly heightMm: number;
  readonly clearanceMm: number | null;
  /** Why it cannot be planned as things stand. */
  readonly cannot: string | null;
  /** Open trial of this kind there. */
  readonly open: { readonly id: string; readonly name: string } | null;
}
