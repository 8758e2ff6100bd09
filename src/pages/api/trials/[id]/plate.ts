import { trialText } from '../../../../areas/trials/model/failures.ts';
import { findTrial, platesOf } from '../../../../areas/trials/server/index.ts';
import { kindOf } from '../../../../areas/trials/kinds/index.ts';
import { fail, succeed } from '../../../../core/result/result.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

/** The programs of a resin trial's plates, from which their layer stacks are made. */
export const GET = reading({
  role: 'viewer',
  text: trialText,
  statuses: { noTrial: 404, notReady: 404 },
  run: async ({ ctx, params }) => {
    const row = await findTrial(ctx, params['id']!);
    if (!row) return fail({ code: 'noTrial' });
    if (kindOf(row.kind).technology !== 'resin' || row.gcode === '')
      return fail({ code: 'notReady', what: 'This trial has no plate' });
    return succeed({ plates: platesOf(row.gcode) });
  },
});
