import { Readable } from 'node:stream';
import { fail } from '../../core/result/result.ts';
import { storeFile } from '../../platform/files/store.ts';
import { upload } from '../../platform/http/endpoint.ts';

const text = {
  tooLarge: (f: { what: string }) => f.what,
  empty: (f: { what: string }) => f.what,
  cutOff: () => 'The upload was cut off; nothing was stored, drop the file again',
};

export const PUT = upload({
  role: 'viewer',
  text,
  statuses: { tooLarge: 413, empty: 400, cutOff: 400 },
  run: async ({ ctx, request }) => {
    if (!request.body) return fail({ code: 'empty', what: 'The file is empty' });
    try {
      return await storeFile(ctx, Readable.fromWeb(request.body as never));
    } catch (error) {
      if (
        ['ECONNRESET', 'ABORT_ERR', 'ERR_STREAM_PREMATURE_CLOSE'].includes((error as { code?: string }).code ?? '') ||
        (error as Error).message === 'aborted'
      )
        return fail({ code: 'cutOff' });
      throw error;
    }
  },
});
