import { Readable } from 'node:stream';
import { checkText } from '../../../../areas/checks/model/failures.ts';
import { getJobPage } from '../../../../areas/checks/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { readFile } from '../../../../platform/files/store.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

/** The program of a job: its own file, or the one laid from its mesh by the newest check; with `original` the file as it came. */
export const GET = reading({
  role: 'viewer',
  text: checkText,
  statuses: { noJob: 404, noProgram: 409 },
  run: async ({ ctx, params, query }) => {
    const page = await getJobPage(ctx, params['id']!);
    if (!page.ok) return page;
    const { mesh, run, fileSha, fileName } = page.value;
    const isLaid = mesh !== null && query.get('original') === null;
    const sha = isLaid ? run?.programSha : fileSha;
    if (!sha) return fail({ code: 'noProgram' });
    return new Response(Readable.toWeb(Readable.from(readFile(ctx, sha))) as ReadableStream, {
      headers: {
        'content-type': mesh && !isLaid ? 'application/octet-stream' : 'text/x-gcode; charset=utf-8',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(isLaid ? fileName.replace(/\.[^.]*$/, '.gcode') : fileName)}`,
      },
    });
  },
});
