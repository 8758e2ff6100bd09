import { filesBeside } from '../../../../areas/checks/model/mesh.ts';
import { checkText } from '../../../../areas/checks/model/failures.ts';
import { getJobPage } from '../../../../areas/checks/server/index.ts';
import { isOfLayers } from '../../../../areas/rules/outcome.ts';
import { unpackedName } from '../../../../core/gcode/unpack.ts';
import { fail } from '../../../../core/result/result.ts';
import { attachment } from '../../../../platform/files/attachment.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks, words } from '../../../../platform/http/query.ts';

/** The program of a job: its own file, or the one laid from its mesh by the newest check; with `original`
 *  the file as it came, another file of the plate by its digest, or the meshes as they were `repaired`. */
export const GET = reading({
  role: 'viewer',
  query: asks({ original: words }),
  database: 'streamed',
  text: checkText,
  statuses: { noJob: 404, noProgram: 409 },
  run: async ({ ctx, params, query }) => {
    const page = await getJobPage(ctx, params['id']!);
    if (!page.ok) return page;
    const { mesh, run, fileSha, fileName } = page.value;
    const asked = query.original ?? null;
    if (asked === 'repaired') {
      if (!run?.repairedSha) return fail({ code: 'noProgram' });
      const name = fileName.replace(/\.[^.]*$/, '-repaired.3mf');
      return attachment(ctx, { sha256: run.repairedSha, name }, 'model/3mf');
    }
    const other = mesh ? filesBeside(mesh).find((f) => f.sha256 === asked) : undefined;
    if (other) return attachment(ctx, other, 'application/octet-stream');
    const isLaid = asked === null && (mesh !== null || Boolean(run?.programSha));
    const sha256 = isLaid ? run?.programSha : fileSha;
    if (!sha256) return fail({ code: 'noProgram' });
    if (asked === null && run?.outcome && isOfLayers(run.outcome))
      return attachment(ctx, { sha256, name: fileName.replace(/\.[^.]*$/, '.zip') }, 'application/zip');
    const name = !isLaid ? fileName : mesh ? fileName.replace(/\.[^.]*$/, '.gcode') : unpackedName(fileName);
    const isText = isLaid || (!mesh && unpackedName(fileName) === fileName);
    return attachment(ctx, { sha256, name }, isText ? 'text/x-gcode; charset=utf-8' : 'application/octet-stream');
  },
});
