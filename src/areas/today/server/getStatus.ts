import { sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { countKeptEvents } from '../../../platform/events/later.ts';
import { roomLeftBytes, WATERMARK_BYTES } from '../../../platform/files/room.ts';
import { silentForS } from '../../../platform/jobs/signOfLife.ts';
import { countChecks } from '../../checks/server/index.ts';
import { whichAnswer } from '../../machines/server/index.ts';
import type { ServiceFigures } from '../model/status.ts';

/** The service as it is at this moment, from what each part says itself. */
export async function getStatus(ctx: Pick<Ctx, 'db'>): Promise<ServiceFigures> {
  return {
    database: await databaseFigures(ctx),
    silentForS: await silentForS(ctx),
    checks: await countChecks(ctx),
    machines: await whichAnswer(ctx),
    roomBytes: await roomLeftBytes(),
    watermarkBytes: WATERMARK_BYTES,
    eventsKept: countKeptEvents(),
  };
}

async function databaseFigures({ db }: Pick<Ctx, 'db'>): Promise<ServiceFigures['database']> {
  const { rows } = await db.execute<{ version: string; readOnly: boolean; checksums: boolean; bytes: number }>(sql`
    select split_part(current_setting('server_version'), ' ', 1) version,
      pg_is_in_recovery() or (select setting = 'on' from pg_settings where name = 'default_transaction_read_only') "readOnly",
      current_setting('data_checksums') = 'on' checksums, pg_database_size(current_database()) bytes`);
  const { version, readOnly, checksums, bytes } = rows[0]!;
  return { version, isReadOnly: readOnly, hasChecksums: checksums, bytes };
}
