import { Readable } from 'node:stream';
import { checkText } from '../../../../areas/checks/model/failures.ts';
import { getJobPage } from '../../../../areas/checks/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { readFile } from '../../../../platform/files/store.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

/** The program of a job: its own file, or the one laid from its mesh by the newest check. */
export const GET = reading({
  role: 'viewer',
  text: checkText,
  statuses: { noJob: 404, noProgram: 409 },
  run: async ({ ctx, params }) => {
    const page = await getJobPage(ctx, params['id']!);
    if (!page.ok) return page;
    const { mesh, run, fileSha, fileName } = page.value;
    const sha = mesh ? run?.programSha : fileSha;
    if (!sha) return fail({ code: 'noProgram' });
    return new Response(Readable.toWeb(Readable.from(readFile(ctx, sha))) as ReadableStream, {
      headers: {
        'content-type': 'text/x-gcode; charset=utf-8',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(mesh ? fileName.replace(/\.[^.]*$/, '.gcode') : fileName)}`,
      },
    });
  },
});
