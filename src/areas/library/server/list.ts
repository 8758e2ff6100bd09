import { sql, type SQL } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { RowOf } from '../../../platform/db/rowOf.ts';
import type { ListSpec } from '../../../platform/lists/page.ts';
import { FARM, IN_USE, profileColumns, RETIRED, STOCK } from '../model/list.ts';
import type { ProfileRow } from '../model/records.ts';

/** Something of the released revision of a profile. */
const ofHead = (what: SQL): SQL => sql`(select ${what} from revision x where x.profile_id = p.id
  and (select e.state from revision_event e where e.revision_id = x.id order by e.seq desc limit 1) = 'released' order by x.number desc limit 1)`;
const ownCount = sql`(select count(*)::int from jsonb_object_keys(x.own))`;
const family = sql`coalesce(x.own->>'family', x.resolved->>'family')`;

/** Profiles that a condition holds of, by name. */
export async function profileRows(ctx: Pick<Ctx, 'db'>, where: SQL): Promise<ProfileRow[]> {
  const rows = await ctx.db.execute<RowOf<ProfileRow>>(sql`
    select p.id, p.kind, p.key, p.name, p.technology, p.stock, p.tags, p.retired_at is not null as retired, parent.name as "parentName",
           x.number as revision, x.at, ${ownCount} as "ownCount", ${family} as family
    from profile p left join profile parent on parent.id = p.parent_id join revision x on x.id = ${ofHead(sql`x.id`)}
    where ${where} order by p.name`);
  return rows.rows.map((r) => ({ ...r, at: new Date(r.at).toISOString() }));
}

/** The farm's own profiles of a kind that are in use, by name. */
export const listOwnProfiles = (
  ctx: Pick<Ctx, 'db'>,
  kind: ProfileRow['kind'],
  technology?: ProfileRow['technology'],
): Promise<ProfileRow[]> =>
  profileRows(
    ctx,
    sql`p.kind = ${kind} and not p.stock and p.retired_at is null and ${technology ? sql`p.technology = ${technology}` : sql`true`}`,
  );

export const profileList: ListSpec<ProfileRow, keyof typeof profileColumns> = {
  columns: profileColumns,
  from: sql`profile p left join profile parent on parent.id = p.parent_id`,
  id: sql`p.id`,
  cells: {
    name: { cell: sql`p.name` },
    kind: { cell: sql`p.kind` },
    technology: { cell: sql`p.technology` },
    family: { cell: ofHead(family) },
    parent: { cell: sql`parent.name` },
    tag: { cell: sql`p.tags`, isMany: true },
    state: { cell: sql`case when p.retired_at is null then ${IN_USE} else ${RETIRED} end` },
    origin: { cell: sql`case when p.stock then ${STOCK} else ${FARM} end` },
    own: { cell: ofHead(ownCount), as: 'figure' },
    revision: { cell: ofHead(sql`x.number`), as: 'figure' },
    changed: { cell: ofHead(sql`x.at`), as: 'time' },
  },
  searched: sql`p.search`,
  usual: 'name',
  rows: (ctx, ids) => profileRows(ctx, sql`p.id in ${[...ids]}`),
  idOf: (p) => p.id,
};
