import type { MachineState } from '../../machines/model/states.ts';
import { lacking, whatToChange, type HeadAsIs, type HeadNeed } from './needs.ts';

/** Whose queue a job waits in: one machine's, or that of every machine of a printer profile. */
export const queueKinds = ['machine', 'printer'] as const;
export type QueueKind = (typeof queueKinds)[number];

/** What a job was put into a queue with: its check is the newest, and whatever changes that takes it out again. */
export interface Queued {
  readonly of: QueueKind;
  readonly runId: string;
  /** What one print lasts. */
  readonly timeS: number;
  readonly needs: readonly HeadNeed[];
  /** The first of its proofs to run out by age; null where nothing is proven. */
  readonly evidence: { readonly label: string; readonly until: string } | null;
  readonly byName: string;
  readonly at: string;
}
export interface Waiting extends Pick<Queued, 'of' | 'timeS' | 'needs'> {
  readonly jobId: string;
  /** The machine or the printer profile. */
  readonly ofId: string;
  /** Machine that its verdict holds for: it prints nowhere else. */
  readonly machineId: string;
  /** Prints that are still wanted. */
  readonly prints: number;
  /** Its day. */
  readonly due: string | null;
}
export interface QueueMachine {
  readonly id: string;
  readonly name: string;
  readonly printerId: string;
  readonly state: MachineState;
  /** When what it prints is expected to end; null where it prints nothing. */
  readonly expected: string | null;
  readonly onHeads: readonly HeadAsIs[];
}

/** A job in its place. */
export interface Planned {
  readonly jobId: string;
  /** Machine it comes to by this order; null where each that could print it waits for a person. */
  readonly machineId: string | null;
  readonly startAt: string | null;
  readonly endAt: string | null;
  /** How much later than wanted it is done; null where it is in time, or wanted at no time. */
  readonly lateS: number | null;
  /** What has to be done first on that machine. */
  readonly changes: readonly string[];
}
export interface QueuePlan {
  readonly planned: readonly Planned[];
  /** What a machine that is free, or will be, prints next: the first that needs no change, or else the first. */
  readonly next: Readonly<Record<string, string>>;
}

function leastBy<T>(items: readonly T[], of: (item: T) => number): T | null {
  let [least] = items;
  let figure = least === undefined ? 0 : of(least);
  for (const item of items.slice(1)) {
    if (figure === 0) break;
    const own = of(item);
    if (own < figure) [least, figure] = [item, own];
  }
  return least ?? null;
}

/** When a machine is free; null while a person has to see to it first. */
function freeAt(m: QueueMachine, nowMs: number): number | null {
  if (m.state === 'ready') return nowMs;
  return m.state === 'printing' && m.expected !== null ? Math.max(nowMs, Date.parse(m.expected)) : null;
}
const DAY_MS = 86_400_000;
/** Until when a job is in time: the end of the day that was named. */
const dueMs = (due: string | null): number => (due === null ? Infinity : Date.parse(due) + DAY_MS);
const byDue = (a: Waiting, b: Waiting): number => dueMs(a.due) - dueMs(b.due) || 0;

/** What prints where and until when, by the clock: each machine takes the first of its own queue or of its printer profile's, whichever is
 *  due earlier, as soon as it is free, and of several that are free at once the one on which least has to be changed; nothing is counted for clearing a plate, which takes a person. Waiting come in the order of their
 *  queues. */
export function planQueue(machines: readonly QueueMachine[], waiting: readonly Waiting[], now: Date): QueuePlan {
  const planned = new Map<string, Planned>();
  const next: Record<string, string> = {};
  const queues = new Map<string, Waiting[]>();
  for (const w of waiting) queues.set(w.ofId, [...(queues.get(w.ofId) ?? []), w]);
  const byPrinter = new Map<string, QueueMachine[]>();
  for (const m of machines) byPrinter.set(m.printerId, [...(byPrinter.get(m.printerId) ?? []), m]);
  for (const [printerId, sisters] of byPrinter) {
    const shared = queues.get(printerId) ?? [];
    for (const m of sisters) {
      const first = [...(queues.get(m.id) ?? []), ...shared.filter((w) => w.machineId === m.id)];
      const isReady = (w: Waiting): boolean => lackingOn(m, w) === 0;
      const proposed = first.find(isReady) ?? first[0];
      if (proposed) next[m.id] = proposed.jobId;
    }
    const free = sisters.map((m) => ({ m, at: freeAt(m, now.getTime()), own: [...(queues.get(m.id) ?? [])] }));
    let left = shared;
    for (;;) {
      const able = free.filter((f) => f.at !== null && (f.own.length > 0 || left.length > 0));
      const firstAt = able.reduce((least, f) => Math.min(least, f.at!), Infinity);
      const ours = left[0];
      const takes = ({ own: [mine] }: (typeof able)[number]): Waiting =>
        mine && !(ours && byDue(ours, mine) < 0) ? mine : ours!;
      const soonest = leastBy(
        able.filter((f) => f.at === firstAt),
        (f) => lackingOn(f.m, takes(f)),
      );
      if (!soonest) break;
      const w = takes(soonest);
      const takesShared = w === ours;
      if (takesShared) left = left.slice(1);
      else soonest.own.shift();
      const end = soonest.at! + 1000 * w.timeS * w.prints;
      planned.set(w.jobId, placed(w, soonest.m, soonest.at, end));
      soonest.at = end;
    }
    for (const { m, own } of free) for (const w of own) planned.set(w.jobId, placed(w, m, null, null));
    for (const w of left) planned.set(w.jobId, placed(w, null, null, null));
  }
  return { planned: waiting.flatMap((w) => planned.get(w.jobId) ?? []), next };
}

const placed = (w: Waiting, m: QueueMachine | null, startMs: number | null, endMs: number | null): Planned => {
  const lateMs = endMs === null ? 0 : endMs - dueMs(w.due);
  return {
    jobId: w.jobId,
    machineId: m?.id ?? null,
    startAt: startMs === null ? null : new Date(startMs).toISOString(),
    endAt: endMs === null ? null : new Date(endMs).toISOString(),
    lateS: lateMs > 0 ? Math.round(lateMs / 1000) : null,
    changes: m ? changesOn(m, w) : [],
  };
};
/** How many things have to be done first: counted for many machines, told of one. */
const lackingOn = (m: QueueMachine, w: Waiting): number =>
  (w.machineId === m.id ? 0 : 1) + lacking(w.needs, m.onHeads, w.prints);
const changesOn = (m: QueueMachine, w: Waiting): readonly string[] => [
  ...(w.machineId === m.id ? [] : [`check it on ${m.name}: its verdict is for another machine`]),
  ...whatToChange(w.needs, m.onHeads, w.prints),
];

/** Where a job comes to stand in a queue by when it is due: behind what is due earlier or at the same time. */
export function placeByDue(queue: readonly Pick<Waiting, 'jobId' | 'due'>[], due: string | null): number {
  const later = queue.findIndex((w) => dueMs(w.due) > dueMs(due));
  return later < 0 ? queue.length : later;
}
