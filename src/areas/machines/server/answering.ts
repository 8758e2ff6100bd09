import { and, isNotNull, ne } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { isSeenAtWork, lookAt } from './adapters/index.ts';
import type { Machine } from './queries.ts';
import { machine } from './tables.ts';

/** Which of the connected machines answer at this moment. */
export interface Answering {
  readonly connected: number;
  readonly silent: readonly { readonly id: string; readonly name: string; readonly why: string }[];
}
/** Devices are not asked more often, however many look. */
const KEPT_MS = 5000;
let last: { readonly at: number; readonly answer: Promise<Answering> } | null = null;

/** Asks every connected machine at once for a sign of itself, at most every few seconds. */
export function whichAnswer(ctx: Pick<Ctx, 'db'>): Promise<Answering> {
  const now = performance.now();
  if (!last || now - last.at > KEPT_MS) {
    const answer = look(ctx);
    last = { at: now, answer };
    answer.catch(() => (last = null));
  }
  return last.answer;
}

async function look({ db }: Pick<Ctx, 'db'>): Promise<Answering> {
  const machines = await db
    .select()
    .from(machine)
    .where(and(isNotNull(machine.device), ne(machine.state, 'retired')));
  const why = await Promise.all(machines.map(whySilent));
  return {
    connected: machines.length,
    silent: machines.flatMap(({ id, name }, i) => (why[i] === null ? [] : [{ id, name, why: why[i]! }])),
  };
}

async function whySilent({ device, state }: Machine): Promise<string | null> {
  // whoever prints on it hears it: its print says where that is not so
  if (!device || (state === 'printing' && !isSeenAtWork(device))) return null;
  const seen = await lookAt(device);
  return typeof seen === 'string' ? seen : null;
}
