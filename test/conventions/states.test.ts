import { expect, test } from 'vitest';
import { jobMoves, jobStates, runMoves, runStates } from '../../src/areas/checks/model/states.ts';
import { careMoves, careStates } from '../../src/areas/machines/model/care.ts';
import { machineMoves, machineStates, printMoves, printStates } from '../../src/areas/machines/model/states.ts';
import { mayMove, type Moves } from '../../src/core/states/moves.ts';

/** What may be done in each state, and what it is then; what is not named may not. */
const tables: Readonly<
  Record<string, readonly [readonly string[], Moves<string, string>, Readonly<Record<string, string>>]>
> = {
  machine: [
    machineStates,
    machineMoves,
    {
      ready: 'begin printing, doubt unknown, retire retired',
      printing: 'begin printing, finish waiting to be cleared, stop stopped, leave ready, doubt unknown',
      stopped: 'begin printing, clear ready',
      'waiting to be cleared': 'clear ready',
      unknown: 'find stopped, clear ready',
      retired: 'restore ready',
    },
  ],
  print: [
    printStates,
    printMoves,
    {
      'under way': 'finish finished, stop stopped, leave not begun',
      stopped: 'resume under way, leave not begun',
      'not begun': '',
      finished: 'accept good, scrap scrap',
      good: 'accept good, scrap scrap',
      scrap: 'accept good, scrap scrap',
    },
  ],
  job: [
    jobStates,
    jobMoves,
    {
      received: 'judge checked, change checked',
      checked: 'judge checked, change checked, clear cleared',
      cleared:
        'judge checked, change checked, clear cleared, queue queued, begin printing, noteDone done, noteFailed failed',
      queued:
        'judge checked, change checked, queue queued, unqueue cleared, begin printing, noteDone done, noteFailed failed',
      printing:
        'finish done, finishOne cleared, finishOneQueued queued, refuse checked, leave cleared, interrupt needs attention',
      'needs attention': 'judge checked, queue queued, begin printing, noteDone done, noteFailed failed',
      done: 'noteScrap cleared, noteDone done, noteFailed failed',
      failed: 'queue queued, begin printing, noteDone done, noteFailed failed',
    },
  ],
  check: [
    runStates,
    runMoves,
    {
      queued: 'take running, giveUp gave up',
      running: 'rescue running, putBack queued, end done, refuse refused, giveUp gave up',
      done: '',
      refused: '',
      'gave up': '',
    },
  ],
  care: [careStates, careMoves, { 'under way': 'finish done, giveUp given up', done: '', 'given up': '' }],
};

test.each(Object.entries(tables))(
  'in each state of a %s may be done what stands here, and nothing else',
  (_, [states, moves, wanted]) => {
    const may = (state: string): string =>
      Object.entries(moves)
        .filter(([, move]) => mayMove(move, state))
        .map(([act, { to }]) => `${act} ${to}`)
        .join(', ');
    const sorted = (of: string): string[] => of.split(', ').filter(Boolean).toSorted();
    expect(Object.fromEntries(states.map((s) => [s, sorted(may(s))]))).toEqual(
      Object.fromEntries(Object.entries(wanted).map(([s, of]) => [s, sorted(of)])),
    );
  },
);
