import { kindOf } from '../../../../areas/trials/kinds/index.ts';
import { trialText } from '../../../../areas/trials/model/failures.ts';
import { findTrial, stackOf } from '../../../../areas/trials/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: trialText,
  statuses: { noTrial: 404, notReady: 404 },
  run: async ({ ctx, params }) => {
    const row = await findTrial(ctx, params['id']!);
    if (!row) return fail({ code: 'noTrial' });
    if (kindOf(row.kind).technology === 'resin') {
      if (row.gcode === '') return fail({ code: 'notReady', what: 'Nothing is printed for this trial' });
      return new Response(Buffer.from(stackOf(row.gcode).zip), {
        headers: {
          'content-type': 'application/zip',
          'content-disposition': `attachment; filename="${row.kind}-${row.number}.zip"`,
        },
      });
    }
    return new Response(row.gcode, {
      headers: {
        'content-type': 'text/x-gcode; charset=utf-8',
        'content-disposition': `attachment; filename="${row.kind}-${row.number}.gcode"`,
      },
    });
  },
});
