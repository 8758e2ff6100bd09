import { kindOf } from '../../../../areas/trials/kinds/index.ts';
import { trialText } from '../../../../areas/trials/model/failures.ts';
import { findTrial, platesOf, stackOf } from '../../../../areas/trials/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks, digits } from '../../../../platform/http/query.ts';

export const GET = reading({
  role: 'viewer',
  query: asks({ plate: digits }),
  text: trialText,
  statuses: { noTrial: 404, notReady: 404 },
  run: async ({ ctx, params, query }) => {
    const row = await findTrial(ctx, params['id']!);
    if (!row) return fail({ code: 'noTrial' });
    if (kindOf(row.kind).technology === 'resin') {
      const plates = platesOf(row.gcode);
      const plate = plates[Number(query.plate ?? 1) - 1];
      if (!plate)
        return fail({
          code: 'notReady',
          what: plates.length === 0 ? 'Nothing is printed for this trial' : `This trial has ${plates.length} plates`,
        });
      const name = `${row.kind}-${row.number}${plate.plate ? `-plate-${plate.plate.number}` : ''}`;
      return new Response(Buffer.from(stackOf(plate).zip), {
        headers: {
          'content-type': 'application/zip',
          'content-disposition': `attachment; filename="${name}.zip"`,
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
