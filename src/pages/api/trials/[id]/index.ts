import { trialText } from '../../../../areas/trials/model/failures.ts';
import { getTrialPage } from '../../../../areas/trials/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: trialText,
  statuses: { noTrial: 404 },
  run: ({ ctx, params }) => getTrialPage(ctx, params['id']!),
});
