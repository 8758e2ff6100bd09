import { describe, expect, test } from 'vitest';
import { jobMoves, type JobState } from '../../src/areas/checks/model/states.ts';
import {
  actAfter,
  canResume,
  whyNotFree,
  type MachineStop,
  type Occupied,
} from '../../src/areas/machines/model/occupancy.ts';
import { LASTS, progressOf, type PrintProgress } from '../../src/areas/machines/model/print.ts';
import { machineMoves, type MachineState } from '../../src/areas/machines/model/states.ts';
import { trialMoves, type TrialState } from '../../src/areas/trials/model/states.ts';
import { mayMove } from '../../src/core/states/moves.ts';

// One machine, a job and a trial that both want it, two workers, a check that may end at any time, people, and everything that breaks:
// every order of what each may do next is gone through, by the very tables and judgements that the product moves by.

type Print = 'job' | 'trial';
type Worker = 'w1' | 'w2';
const prints = ['job', 'trial'] as const;
const workers = ['w1', 'w2'] as const;

interface Run {
  readonly of: Print;
  /** Of the lease it was begun under. */
  readonly epoch: number;
}
interface World {
  readonly machine: MachineState;
  readonly stopOf: Print | null;
  readonly occupant: Print | null;
  readonly job: JobState;
  readonly trial: TrialState;
  readonly wish: Readonly<Record<Print, 'idle' | 'print' | 'cancel'>>;
  /** How it ended last, where it can be gone on with. */
  readonly phase: Readonly<Record<Print, PrintProgress['phase'] | null>>;
  /** Whether the machine was told to begin its program. */
  readonly isBegun: Readonly<Record<Print, boolean>>;
  readonly isBeingChecked: boolean;
  readonly lease: { readonly by: Worker | null; readonly epoch: number };
  readonly runs: Readonly<Record<Worker, Run | null>>;
  /** What the machine really does: the host it heeds, whether it has lost its place, what it prints, what stands on its plate, whether
   *  somebody has stopped it. */
  readonly host: number;
  readonly isAmnesic: boolean;
  /** It stands before the first line of a program. */
  readonly isNew: boolean;
  readonly prints: Print | null;
  readonly plate: Print | null;
  readonly isStopped: boolean;
  /** Something that must never be. */
  readonly wrong: string | null;
}
const start: World = {
  machine: 'ready',
  stopOf: null,
  occupant: null,
  job: 'cleared',
  trial: 'planned',
  wish: { job: 'idle', trial: 'idle' },
  phase: { job: null, trial: null },
  isBegun: { job: false, trial: false },
  isBeingChecked: false,
  lease: { by: null, epoch: 0 },
  runs: { w1: null, w2: null },
  host: 0,
  isAmnesic: false,
  isNew: false,
  prints: null,
  plate: null,
  isStopped: false,
  wrong: null,
};

const at = new Date(0);
const progressAt = (phase: PrintProgress['phase'], zMm: number): PrintProgress => ({
  ...progressOf(phase, 9, at),
  zMm,
});
const seen = (w: World): Occupied => {
  const stop: MachineStop | null =
    w.stopOf === null ? null : { of: w.stopOf, id: w.stopOf, name: w.stopOf, zMm: 1, why: 'x', at: '' };
  return { name: 'Hut', state: w.machine, stop };
};
const stateOf = (w: World, p: Print): string => w[p];
const isUnderWay = (w: World, p: Print): boolean => stateOf(w, p) === 'printing';
const beginOf = { job: jobMoves.begin, trial: trialMoves.begin };

/** A step: who takes it, what it is, and the world after it; null where it cannot be taken. */
interface Step {
  readonly by: 'person' | 'worker' | 'fault';
  readonly name: string;
  readonly take: (w: World) => World | null;
}
const step = (by: Step['by'], name: string, take: Step['take']): Step => ({ by, name, take });
const put = <K extends string, V>(of: Readonly<Record<K, V>>, key: K, value: V): Readonly<Record<K, V>> => ({
  ...of,
  [key]: value,
});
const moved = (w: World, p: Print, to: string): World => ({ ...w, [p]: to });

/** As `wishJobPrint` and `requestPrint` do: looked at first, then claimed and moved in one transaction. */
function ask(w: World, p: Print): World | null {
  if (isUnderWay(w, p) || !mayMove<string>(beginOf[p], stateOf(w, p))) return null;
  const resumes = w.phase[p] !== null && canResume(seen(w), p, progressAt(w.phase[p], 1));
  if (!resumes && whyNotFree(seen(w)) !== null) return null;
  if (w.occupant !== null && w.occupant !== p) return null;
  const isBegun = put(w.isBegun, p, resumes && w.isBegun[p]);
  return {
    ...moved(w, p, beginOf[p].to),
    occupant: p,
    wish: put(w.wish, p, 'print'),
    phase: put(w.phase, p, null),
    isBegun,
  };
}

/** As `Lease.take` and `occupy` do; what finds its machine taken or in no state for it is refused before a line is sent. */
function takeUp(w: World, worker: Worker, p: Print): World | null {
  if (!isUnderWay(w, p) || w.wish[p] === 'idle' || w.lease.by !== null || w.runs[worker]) return null;
  const held: World = { ...w, lease: { by: worker, epoch: w.lease.epoch + 1 } };
  const mayBegin = (w.occupant === null || w.occupant === p) && mayMove(machineMoves.begin, w.machine);
  if (!mayBegin) return ended(held, worker, { of: p, epoch: held.lease.epoch }, 'refused', 0);
  const run = { of: p, epoch: held.lease.epoch };
  return { ...held, occupant: p, machine: machineMoves.begin.to, stopOf: null, runs: put(w.runs, worker, run) };
}

/** As `KeptPrint.end` does: under the lease or not at all; the record from what it is, the machine after it. */
function ended(w: World, worker: Worker, run: Run, phase: PrintProgress['phase'], zMm: number): World {
  const gone: World = { ...w, runs: put(w.runs, worker, null) };
  if (w.lease.by !== worker || w.lease.epoch !== run.epoch) return gone; // another has it: nothing is written
  const free: World = { ...gone, lease: { ...w.lease, by: null } };
  const how = phase === 'done' ? 'finished' : 'interrupted';
  const act = actAfter(how, progressAt(phase, zMm));
  const jobAct =
    how === 'finished' ? 'finish' : phase === 'refused' ? 'refuse' : act === 'leave' ? 'leave' : 'interrupt';
  const move = run.of === 'job' ? jobMoves[jobAct] : trialMoves[how === 'finished' ? 'finish' : 'interrupt'];
  if (!mayMove<string>(move, stateOf(w, run.of))) return free;
  const over = {
    ...moved(free, run.of, move.to),
    wish: put(w.wish, run.of, 'idle' as const),
    phase: put(w.phase, run.of, LASTS.includes(phase) ? phase : null),
  };
  if (w.occupant !== null && w.occupant !== run.of) return over;
  const m = machineMoves[act];
  const isMoved = mayMove(m, w.machine);
  return {
    ...over,
    ...(isMoved && { machine: m.to, stopOf: act === 'leave' ? null : run.of }),
    occupant: act === 'leave' && isMoved ? null : w.occupant,
  };
}

/** Whether a worker may send: it holds the lease, which it looks at before every line by a clock that lets go earlier than others may take,
 *  and the machine heeds it. */
const maySend = (w: World, worker: Worker, run: Run): boolean =>
  w.lease.by === worker && w.lease.epoch === run.epoch && w.host === run.epoch && w.isBegun[run.of] && !w.isStopped;
/** A line that reaches the machine: it must be of the print whose plate it is. What has lost its place takes none but the first. */
function send(w: World, worker: Worker): World | null {
  const run = w.runs[worker];
  if (!run || !maySend(w, worker, run) || (w.isAmnesic && w.plate === run.of)) return null;
  if (w.plate !== null && w.plate !== run.of) return { ...w, wrong: `${run.of} is laid upon ${w.plate}` };
  if (w.plate === run.of && w.prints === null && w.isNew) return { ...w, wrong: `${run.of} is begun upon itself` };
  if (w.prints !== null && w.prints !== run.of) return { ...w, wrong: 'two prints on one machine' };
  return { ...w, prints: run.of, plate: run.of, isNew: false };
}

const ofWorker = (worker: Worker): Step[] => [
  ...prints.map((p) => step('worker', `${worker} takes up the ${p}`, (w) => takeUp(w, worker, p))),
  step('worker', `${worker} claims the machine`, (w) => {
    const run = w.runs[worker];
    if (!run || run.epoch <= w.host) return null;
    const heeded = { ...w, host: run.epoch };
    if (w.isBegun[run.of]) return heeded; // it goes on where the machine says that it stands
    // a new program begins, and what somebody stopped is over; then that is written down, under the lease
    const begun = { ...heeded, prints: null, isStopped: false, isAmnesic: false, isNew: true };
    const isHeld = w.lease.by === worker && w.lease.epoch === run.epoch;
    return isHeld ? { ...begun, isBegun: put(w.isBegun, run.of, true) } : begun;
  }),
  step('worker', `${worker} sends a line`, (w) => send(w, worker)),
  step('worker', `${worker} sends the last line`, (w) => {
    const run = w.runs[worker];
    if (!run || w.prints !== run.of || !maySend(w, worker, run)) return null;
    return ended({ ...w, prints: null }, worker, run, 'done', 5);
  }),
  step('worker', `${worker} learns of a cancel`, (w) => {
    const run = w.runs[worker];
    if (!run || w.wish[run.of] !== 'cancel' || w.host !== run.epoch) return null;
    return ended({ ...w, prints: null }, worker, run, 'cancelled', w.plate === run.of ? 2 : 0);
  }),
  step('worker', `${worker} is told of a stop`, (w) => {
    const run = w.runs[worker];
    return run && w.isStopped ? ended(w, worker, run, 'cancelled', w.plate === run.of ? 2 : 0) : null;
  }),
  step('worker', `${worker} learns that it has lost the machine`, (w) => {
    const run = w.runs[worker];
    const isLost = run && (w.host > run.epoch || w.lease.epoch > run.epoch);
    return isLost ? { ...w, runs: put(w.runs, worker, null) } : null;
  }),
  step('worker', `${worker} is told that the machine has lost its place`, (w) => {
    const run = w.runs[worker];
    const isLost = run && w.host === run.epoch && w.isAmnesic && w.plate === run.of;
    return isLost ? ended(w, worker, run, 'displaced', 2) : null;
  }),
  step('fault', `${worker} dies`, (w) => (w.runs[worker] ? { ...w, runs: put(w.runs, worker, null) } : null)),
  step('fault', `${worker} cannot reach the machine`, (w) => {
    const run = w.runs[worker];
    return run ? ended(w, worker, run, 'lost', w.plate === run.of ? 2 : 0) : null;
  }),
  step('fault', `${worker} is told of a fault`, (w) => {
    const run = w.runs[worker];
    const isTold = run && w.prints === run.of && w.host === run.epoch;
    return isTold ? ended({ ...w, prints: null }, worker, run, 'fault', 2) : null;
  }),
];

const steps: readonly Step[] = [
  ...prints.map((p) => step('person', `the ${p} is asked for`, (w) => ask(w, p))),
  ...prints.map((p) =>
    step('person', `the ${p} is cancelled`, (w) =>
      isUnderWay(w, p) && w.wish[p] !== 'cancel' ? { ...w, wish: put(w.wish, p, 'cancel') } : null,
    ),
  ),
  step('person', 'emergency stop', (w) => (w.prints ? { ...w, prints: null, isStopped: true } : null)),
  step('person', 'the plate is cleared', (w) =>
    mayMove(machineMoves.clear, w.machine)
      ? { ...w, machine: machineMoves.clear.to, stopOf: null, occupant: null, plate: null, prints: null }
      : null,
  ),
  step('person', 'somebody has looked: it stands still', (w) =>
    mayMove(machineMoves.find, w.machine) ? { ...w, machine: machineMoves.find.to, prints: null } : null,
  ),
  step('person', 'a check is asked for', (w) => (w.isBeingChecked ? null : { ...w, isBeingChecked: true })),
  step('worker', 'the check ends', (w) =>
    w.isBeingChecked
      ? { ...w, isBeingChecked: false, job: mayMove(jobMoves.judge, w.job) ? jobMoves.judge.to : w.job }
      : null,
  ),
  step('person', 'the job is cleared', (w) =>
    !w.isBeingChecked && mayMove(jobMoves.clear, w.job) ? { ...w, job: jobMoves.clear.to } : null,
  ),
  step('person', 'the trial is set aside', (w) =>
    mayMove(trialMoves.setAside, w.trial)
      ? { ...w, trial: trialMoves.setAside.to, wish: { ...w.wish, trial: 'idle' } }
      : null,
  ),
  step('worker', 'the lease runs out by itself', (w) =>
    w.lease.by ? { ...w, lease: { ...w.lease, by: null } } : null,
  ),
  step('fault', 'the machine loses its power', (w) => (w.plate ? { ...w, prints: null, isAmnesic: true } : null)),
  ...workers.flatMap(ofWorker),
];

/** Epochs only ever grow: what matters is which of those that still count is the higher; and which worker is which does not matter. */
function canonical(w: World): string {
  const known = [...new Set([w.host, w.lease.epoch, ...workers.flatMap((x) => w.runs[x]?.epoch ?? [])])].sort(
    (a, b) => a - b,
  );
  const rank = (epoch: number): number => known.indexOf(epoch);
  const text = (order: readonly Worker[]): string =>
    JSON.stringify([
      [w.machine, w.stopOf, w.occupant, w.job, w.trial, w.wish, w.phase, w.isBegun, w.isBeingChecked],
      [w.lease.by && order.indexOf(w.lease.by), rank(w.lease.epoch), rank(w.host)],
      [w.isAmnesic, w.isNew, w.prints, w.plate, w.isStopped, w.wrong],
      order.map((x) => w.runs[x] && [w.runs[x].of, rank(w.runs[x].epoch)]),
    ]);
  const [one, other] = [text(workers), text(['w2', 'w1'])];
  return one < other ? one : other;
}

interface Node {
  readonly world: World;
  readonly from: string | null;
  readonly by: string;
  readonly next: { readonly to: string; readonly by: Step['by'] }[];
}
/** Every world that can come to be, breadth first; or those up to the first that is wrong. */
function explore(all: readonly Step[], isWrong: (w: World) => boolean = () => false): Map<string, Node> {
  const nodes = new Map<string, Node>([[canonical(start), { world: start, from: null, by: '', next: [] }]]);
  for (const [key, node] of nodes) {
    if (isWrong(node.world)) break;
    for (const { by, name, take } of node.world.wrong ? [] : all) {
      const world = take(node.world);
      if (!world) continue;
      const to = canonical(world);
      node.next.push({ to, by });
      if (!nodes.has(to)) nodes.set(to, { world, from: key, by: name, next: [] });
    }
  }
  return nodes;
}
function storyOf(nodes: Map<string, Node>, key: string): string {
  const said: string[] = [];
  for (let at: string | null = key; at !== null; at = nodes.get(at)!.from) said.unshift(nodes.get(at)!.by);
  return said.filter(Boolean).join(' → ');
}
const storiesOf = (nodes: Map<string, Node>, isWrong: (w: World) => boolean): string[] =>
  [...nodes].filter(([, n]) => isWrong(n.world)).map(([key]) => storyOf(nodes, key));

/** Worlds from which no path of these steps leads to one that is good. */
function withoutWayOut(nodes: Map<string, Node>, by: readonly Step['by'][], isGood: (w: World) => boolean): string[] {
  const before = new Map<string, string[]>();
  for (const [key, { next }] of nodes)
    for (const n of next) {
      if (!by.includes(n.by)) continue;
      const known = before.get(n.to);
      if (known) known.push(key);
      else before.set(n.to, [key]);
    }
  const leads = new Set([...nodes].filter(([, n]) => isGood(n.world)).map(([key]) => key));
  for (const key of leads) for (const from of before.get(key) ?? []) leads.add(from);
  return [...nodes.keys()].filter((key) => !leads.has(key)).map((key) => storyOf(nodes, key));
}

describe('one machine, whatever people, workers and faults do in whatever order', () => {
  const nodes = explore(steps);
  const isWrong = (w: World): boolean => w.wrong !== null;
  /** Printed by a worker that holds it, while its record says something else: a cancel is refused. */
  const isUncancellable = (w: World): boolean =>
    w.prints !== null &&
    !isUnderWay(w, w.prints) &&
    workers.some((x) => w.lease.by === x && w.runs[x]?.of === w.prints && w.runs[x].epoch === w.lease.epoch);
  test('more than a hundred thousand worlds are gone through', () => {
    expect(nodes.size).toBeGreaterThan(100_000);
  });
  test('it never prints two things, nor upon what stands on its plate', () => {
    expect(storiesOf(nodes, isWrong).slice(0, 3)).toEqual([]);
  });
  test('what a worker prints that holds it can be cancelled: its record says that it prints', () => {
    expect(storiesOf(nodes, isUncancellable).slice(0, 3)).toEqual([]);
  });
  /** The steps with one of them planted otherwise. */
  const planted = (name: string, take: Step['take']): readonly Step[] =>
    steps.map((s) => (s.name === name ? { ...s, take } : s));
  test.each([
    [
      'a check that ends over a print',
      planted('the check ends', (w) => (w.isBeingChecked ? { ...w, isBeingChecked: false, job: 'checked' } : null)),
      isUncancellable,
    ],
    [
      'a worker that sends without its lease to a machine that heeds any',
      planted(
        'w1 sends a line',
        (w) => w.runs.w1 && send({ ...w, host: w.runs.w1.epoch, lease: { by: 'w1', epoch: w.runs.w1.epoch } }, 'w1'),
      ),
      isWrong,
    ],
    [
      'a machine that is free at once when a print is cancelled in the middle',
      planted('w1 learns of a cancel', (w) => {
        const run = w.runs.w1;
        return run && w.wish[run.of] === 'cancel' && w.host === run.epoch
          ? ended({ ...w, prints: null }, 'w1', run, 'cancelled', 0)
          : null;
      }),
      isWrong,
    ],
    [
      'a print that takes a machine which another has',
      planted('the trial is asked for', (w) => ask({ ...w, occupant: null, machine: 'ready' }, 'trial')),
      isWrong,
    ],
  ])('%s is found', (_, slipped, isFound) => {
    const found = explore(slipped, isFound);
    expect(storiesOf(found, isFound)[0]).toContain('sends a line');
  });
  test('a machine that is ready has an empty plate, and a print that it may begin', () => {
    expect(storiesOf(nodes, (w) => w.machine === 'ready' && w.plate !== null).slice(0, 3)).toEqual([]);
  });
  test('a machine that is free is taken by nothing, and one that prints is taken', () => {
    expect(storiesOf(nodes, (w) => w.machine === 'printing' && w.occupant === null).slice(0, 3)).toEqual([]);
    const isLeft = (w: World): boolean => w.machine === 'ready' && w.occupant !== null && !isUnderWay(w, w.occupant);
    expect(storiesOf(nodes, isLeft).slice(0, 3)).toEqual([]);
  });
  test('what somebody has stopped prints no more, whatever workers and faults do, until a person does something', () => {
    const stopped = [...nodes].filter(([, n]) => n.world.isStopped && n.world.plate !== null).map(([key]) => key);
    expect(stopped.length).toBeGreaterThan(1000);
    const reached = new Set(stopped);
    for (const key of reached) for (const { to, by } of nodes.get(key)!.next) if (by !== 'person') reached.add(to);
    const again = [...reached].filter((key) => nodes.get(key)!.world.prints !== null);
    expect(again.slice(0, 3).map((key) => storyOf(nodes, key))).toEqual([]);
  });
  test('from wherever it is a person and a worker bring it back to a free machine with an empty plate', () => {
    const isFree = (w: World): boolean =>
      w.machine === 'ready' && w.occupant === null && w.plate === null && w.prints === null;
    expect(withoutWayOut(nodes, ['person', 'worker'], isFree).slice(0, 3)).toEqual([]);
  });
  test('and the job to an end', () => {
    const isOver = (w: World): boolean => w.job === 'done' || w.job === 'failed';
    expect(withoutWayOut(nodes, ['person', 'worker'], isOver).slice(0, 3)).toEqual([]);
  });
});
