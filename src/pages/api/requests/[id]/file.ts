import { requestText } from '../../../../areas/requests/model/request.ts';
import { getRequest } from '../../../../areas/requests/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { attachment } from '../../../../platform/files/attachment.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks, words } from '../../../../platform/http/query.ts';

/** One of the files of a request, as it came. */
export const GET = reading({
  role: 'viewer',
  query: asks({ sha: words.required() }),
  database: 'streamed',
  text: requestText,
  statuses: { noRequest: 404, noFile: 404 },
  run: async ({ ctx, params, query }) => {
    const request = await getRequest(ctx, params['id']!);
    if (!request.ok) return request;
    const file = request.value.files.find((f) => f.sha256 === query.sha);
    return file ? attachment(ctx, file, 'application/octet-stream') : fail({ code: 'noFile' });
  },
});
