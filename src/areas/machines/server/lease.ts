import { and, eq, isNotNull, sql, type SQL } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { hasEnded } from '../../../platform/identity.ts';
import type { PrintProgress } from '../model/print.ts';
import { machine, print } from './tables.ts';

const LEASE_MS = 6000;
/** This side lets go before the other side may take: clocks need not agree, only run alike. */
const MARGIN_MS = 1500;

/** Another process holds the machine: whoever learns it sends and writes nothing more. */
export class LeaseLost extends Error {
  constructor() {
    super('another worker holds this machine');
  }
}

/** The hold of one process on a machine's device. What is written or sent under it is fenced by its epoch: each holder's is higher than
 *  that of the one before, and database and machine heed the highest alone. */
export class Lease {
  private constructor(
    private readonly ctx: Pick<Ctx, 'db'>,
    readonly machineId: string,
    private readonly holder: string,
    readonly epoch: number,
    private goodUntil: number,
  ) {}

  /** Takes the machine where no other process holds it; null where one does. Time is the database's own. */
  static async take(ctx: Pick<Ctx, 'db'>, machineId: string, holder: string): Promise<Lease | null> {
    const asked = performance.now();
    const [got] = await ctx.db
      .update(machine)
      .set({
        leaseBy: holder,
        leaseUntil: sql`clock_timestamp() + ${`${LEASE_MS} milliseconds`}::interval`,
        leaseEpoch: sql`case when ${machine.leaseBy} = ${holder} then ${machine.leaseEpoch} else ${machine.leaseEpoch} + 1 end`,
      })
      .where(
        and(
          eq(machine.id, machineId),
          sql`(${machine.leaseBy} is null or ${machine.leaseBy} = ${holder} or ${machine.leaseUntil} < clock_timestamp())`,
        ),
      )
      .returning({ epoch: machine.leaseEpoch });
    return got ? new Lease(ctx, machineId, holder, got.epoch, asked + LEASE_MS - MARGIN_MS) : null;
  }

  /** Whether nobody else can have taken it yet, as this process counts time. */
  get isGood(): boolean {
    return performance.now() < this.goodUntil;
  }
  /** Holds it on, and to the end of the transaction it is renewed in: nothing is written under a lease that is another's. */
  async renew({ db }: Pick<Ctx, 'db'>): Promise<void> {
    const asked = performance.now();
    const got = await db
      .update(machine)
      .set({ leaseUntil: sql`clock_timestamp() + ${`${LEASE_MS} milliseconds`}::interval` })
      .where(this.mine())
      .returning({ id: machine.id });
    if (got.length === 0) throw new LeaseLost();
    this.goodUntil = asked + LEASE_MS - MARGIN_MS;
  }
  /** How far the print has come that is printed under it: for whoever watches the floor. */
  async note({ db }: Pick<Ctx, 'db'>, progress: PrintProgress): Promise<void> {
    await db
      .update(print)
      .set({ progress })
      .where(and(eq(print.machineId, this.machineId), eq(print.state, 'under way')));
  }
  async drop(): Promise<void> {
    await this.ctx.db.update(machine).set({ leaseBy: null, leaseUntil: null }).where(this.mine());
  }
  private mine(): SQL | undefined {
    return and(eq(machine.id, this.machineId), eq(machine.leaseBy, this.holder), eq(machine.leaseEpoch, this.epoch));
  }
}

/** Gives back what processes of this host held that have ended: nobody waits for their leases to run out. */
export async function dropLeasesOfEnded({ db }: Pick<Ctx, 'db'>): Promise<number> {
  let dropped = 0;
  const held = await db.select({ id: machine.id, by: machine.leaseBy }).from(machine).where(isNotNull(machine.leaseBy));
  for (const { id, by } of held) {
    if (!hasEnded(by!)) continue;
    const got = await db
      .update(machine)
      .set({ leaseBy: null, leaseUntil: null })
      .where(and(eq(machine.id, id), eq(machine.leaseBy, by!)))
      .returning({ id: machine.id });
    dropped += got.length;
  }
  return dropped;
}
