import { libraryText } from '../../../../areas/library/model/failures.ts';
import { decisionSchema } from '../../../../areas/library/model/schemas.ts';
import { decideRevision } from '../../../../areas/library/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: decisionSchema,
  text: libraryText,
  statuses: { noProfile: 404, noRevision: 404, notInReview: 409 },
  run: ({ ctx, params, body }) => decideRevision(ctx, params['id']!, body.revisionId, body.decision, body.comment),
});
