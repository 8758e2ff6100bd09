import { trialText } from '../../../../areas/trials/model/failures.ts';
import { findTrial } from '../../../../areas/trials/server/index.ts';
import { kindOf } from '../../../../areas/trials/kinds/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

/** The program of a resin plate, from which its layer stack is made. */
export const GET = reading({
  role: 'viewer',
  text: trialText,
  statuses: { noTrial: 404, notReady: 404 },
  run: async ({ ctx, params }) => {
    const row = await findTrial(ctx, params['id']!);
    if (!row) return fail({ code: 'noTrial' });
    if (kindOf(row.kind).technology !== 'resin' || row.gcode === '')
      return fail({ code: 'notReady', what: 'This trial has no plate' });
    return new Response(row.gcode, { headers: { 'content-type': 'application/json', 'cache-control': 'private' } });
  },
});
