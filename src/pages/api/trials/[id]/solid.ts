import { string } from 'yup';
import { trialText } from '../../../../areas/trials/model/failures.ts';
import { findTrial, solidOf } from '../../../../areas/trials/server/index.ts';
import { write3mf } from '../../../../core/mesh/write3mf.ts';
import { writeStl } from '../../../../core/mesh/writeStl.ts';
import { fail } from '../../../../core/result/result.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks } from '../../../../platform/http/query.ts';

/** The coupon's body as a 3MF, or as an STL where `?format=stl` asks for it. */
export const GET = reading({
  role: 'viewer',
  query: asks({ format: string().oneOf(['3mf', 'stl']) }),
  text: trialText,
  statuses: { noTrial: 404, notReady: 404 },
  run: async ({ ctx, params, query }) => {
    const row = await findTrial(ctx, params['id']!);
    if (!row) return fail({ code: 'noTrial' });
    const part = solidOf(row);
    if (!part) return fail({ code: 'notReady', what: 'This trial has no body to print: it is lines, or nothing' });
    const isStl = query.format === 'stl';
    const title = `${part.name}, trial ${row.number}`;
    return new Response(Buffer.from(isStl ? writeStl(part.mesh, title) : write3mf([part], title)), {
      headers: {
        'content-type': isStl ? 'model/stl' : 'model/3mf',
        'content-disposition': `attachment; filename="${row.kind}-${row.number}.${isStl ? 'stl' : '3mf'}"`,
      },
    });
  },
});
