import { trialText } from '../../../../areas/trials/model/failures.ts';
import { findTrial } from '../../../../areas/trials/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: trialText,
  statuses: { noTrial: 404 },
  run: async ({ ctx, params }) => {
    const row = await findTrial(ctx, params['id']!);
    if (!row) return fail({ code: 'noTrial' });
    return new Response(row.gcode, {
      headers: {
        'content-type': 'text/x-gcode; charset=utf-8',
        'content-disposition': `attachment; filename="${row.kind}-${row.number}.gcode"`,
      },
    });
  },
});
