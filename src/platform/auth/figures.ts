import { eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../core/result/result.ts';
import { plainFigures, type Figures } from '../../core/units/figures.ts';
import type { Ctx, Person } from '../db/context.ts';
import { database } from '../db/client.ts';
import { isDemonstration } from './demo.ts';
import { isByToken } from './tokens.ts';
import { personFigures } from './tables.ts';

async function figuresOf(ctx: Pick<Ctx, 'db'>, personId: string): Promise<Figures> {
  const [row] = await ctx.db.select().from(personFigures).where(eq(personFigures.personId, personId));
  return row?.figures ?? plainFigures;
}

/** Keeps how the signed-in person reads figures; a token has no taste of its own. */
export async function keepFigures(ctx: Ctx, figures: Figures): Promise<Result<Figures, { readonly code: 'noPerson' }>> {
  if (isByToken(ctx.user)) return fail({ code: 'noPerson' });
  await ctx.db
    .insert(personFigures)
    .values({ personId: ctx.user.id, figures })
    .onConflictDoUpdate({ target: personFigures.personId, set: { figures } });
  return succeed(figures);
}

/** A person as the pages know them: with how they read figures. */
export const readerOf = async (
  person: Person,
): Promise<Person & { readonly figures: Figures; readonly isDemo: boolean }> => ({
  ...person,
  isDemo: isDemonstration(),
  figures: await figuresOf(database(), person.id),
});
