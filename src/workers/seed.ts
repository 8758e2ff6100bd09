import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { auth } from '../platform/auth/auth.ts';
import { user } from '../platform/auth/tables.ts';
import { steppedClock } from '../platform/clock.ts';
import { database } from '../platform/db/client.ts';
import type { Ctx, Person, PersonRole } from '../platform/db/context.ts';
import { event } from '../platform/events/tables.ts';
import { seedFarm } from './demo/farm.ts';

/** The three one-click people of the demonstration. */
export const demoPeople: readonly { role: PersonRole; name: string; email: string }[] = [
  { role: 'technician', name: 'Livia Moretti', email: 'technician@quelmora.example' },
  { role: 'lead', name: 'Dario Kessel', email: 'lead@quelmora.example' },
  { role: 'viewer', name: 'Noemi Ferran', email: 'viewer@quelmora.example' },
];

const { db, pool } = database('work');
const people: Person[] = [];
for (const { role, name, email } of demoPeople) {
  const [known] = await db.select().from(user).where(eq(user.email, email));
  const id =
    known?.id ??
    (await auth().api.signUpEmail({ body: { name, email, password: process.env['CANTIERE_DEMO_PASSWORD']! } })).user.id;
  await db.update(user).set({ role }).where(eq(user.id, id));
  people.push({ id, name, role });
}
const [anything] = await db.select().from(event).limit(1);
if (!anything) {
  // One transaction: a demonstration is there as a whole or not at all, and real records are never touched.
  await db.transaction(async (whole) => {
    const clock = steppedClock(new Date());
    const as = (role: PersonRole): Ctx => ({
      db: whole,
      user: people.find((p) => p.role === role)!,
      clock,
      newId: randomUUID,
    });
    await seedFarm(as, clock, Number(process.env['CANTIERE_STANDIN_PORT'] ?? 0));
  });
}
await pool.end();
process.exit(0);
