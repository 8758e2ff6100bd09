import { trialText } from '../../../../areas/trials/model/failures.ts';
import { cameraSchema } from '../../../../areas/trials/model/schemas.ts';
import { takePicture } from '../../../../areas/trials/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  database: 'outside',
  schema: cameraSchema,
  text: trialText,
  statuses: { noTrial: 404, noInstrument: 503 },
  run: ({ ctx, params, body }) =>
    takePicture(ctx, params['id']!, { band: body.band, feature: body.feature }, body.keep),
});
