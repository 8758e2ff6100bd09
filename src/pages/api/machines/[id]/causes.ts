import { trialText } from '../../../../areas/trials/model/failures.ts';
import { listCauses } from '../../../../areas/trials/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks, words } from '../../../../platform/http/query.ts';

/** What something seen comes from, ranked for this machine. */
export const GET = reading({
  role: 'viewer',
  query: asks({ sign: words.required() }),
  text: trialText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params, query }) => listCauses(ctx, params['id']!, query.sign),
});
