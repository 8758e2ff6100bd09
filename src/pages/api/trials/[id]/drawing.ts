import { drawAtScale } from '../../../../areas/trials/kinds/drawing.ts';
import { kindOf } from '../../../../areas/trials/kinds/index.ts';
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
    const { sizeMm, shapes } = row.plan;
    const title = `${kindOf(row.kind).label} coupon, trial ${row.number}`;
    return new Response(drawAtScale({ title, sizeMm, shapes }), {
      headers: {
        'content-type': 'image/svg+xml',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
        'content-disposition': `inline; filename="${row.kind}-${row.number}.svg"`,
      },
    });
  },
});
