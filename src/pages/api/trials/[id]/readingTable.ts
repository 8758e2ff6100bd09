import { trialText } from '../../../../areas/trials/model/failures.ts';
import { blankReadings } from '../../../../areas/trials/model/readingRows.ts';
import { readingTableSchema } from '../../../../areas/trials/model/schemas.ts';
import { addReadingTable, findTrial } from '../../../../areas/trials/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { command, reading } from '../../../../platform/http/endpoint.ts';

const statuses = { noTrial: 404, wrongState: 409 };

/** The blank table, to be filled in and sent back. */
export const GET = reading({
  role: 'viewer',
  text: trialText,
  statuses,
  run: async ({ ctx, params }) => {
    const row = await findTrial(ctx, params['id']!);
    if (!row) return fail({ code: 'noTrial' });
    return new Response(blankReadings(row.kind, row.plan), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="readings-${row.number}.csv"`,
      },
    });
  },
});
export const POST = command({
  role: 'technician',
  schema: readingTableSchema,
  text: trialText,
  statuses,
  run: ({ ctx, params, body }) => addReadingTable(ctx, params['id']!, body.text),
});
