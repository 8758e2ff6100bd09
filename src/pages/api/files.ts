import { Readable } from 'node:stream';
import { fail } from '../../core/result/result.ts';
import { roomLeftBytes, whyNoRoom } from '../../platform/files/room.ts';
import { storeFile } from '../../platform/files/store.ts';
import { upload } from '../../platform/http/endpoint.ts';

const text = {
  tooLarge: (f: { what: string }) => f.what,
  noRoom: (f: { what: string }) => f.what,
  empty: (f: { what: string }) => f.what,
  cutOff: () => 'The upload was cut off; nothing was stored, drop the file again',
};

export const PUT = upload({
  role: 'viewer',
  text,
  statuses: { noRoom: 507, tooLarge: 413, empty: 400, cutOff: 400 },
  run: async ({ ctx, request }) => {
    const noRoom = whyNoRoom(await roomLeftBytes());
    if (noRoom !== null) return fail({ code: 'noRoom', what: noRoom });
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
