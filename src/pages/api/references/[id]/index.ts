import { referenceText } from '../../../../areas/references/model/reference.ts';
import { getReference } from '../../../../areas/references/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: referenceText,
  statuses: { noReference: 404 },
  run: ({ ctx, params }) => getReference(ctx, params['id']!),
});
