import { Readable } from 'node:stream';
import { trialText } from '../../../../../areas/trials/model/failures.ts';
import { openPicture } from '../../../../../areas/trials/server/index.ts';
import { reading } from '../../../../../platform/http/endpoint.ts';

/** A drawn picture is shown as a picture and never run: no script, no style from elsewhere, no frame. */
export const GET = reading({
  role: 'viewer',
  database: 'streamed',
  text: trialText,
  statuses: { noTrial: 404 },
  run: async ({ ctx, params }) => {
    const found = await openPicture(ctx, params['id']!, params['picture']!);
    return found.ok
      ? new Response(Readable.toWeb(Readable.from(found.value.bytes)) as never, {
          headers: {
            'content-type': found.value.type,
            'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
            'x-content-type-options': 'nosniff',
            'cache-control': 'private, max-age=31536000, immutable',
          },
        })
      : found;
  },
});
