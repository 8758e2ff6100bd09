import { checkText } from '../../areas/checks/model/failures.ts';
import { askedLimitsSchema } from '../../areas/checks/model/schemas.ts';
import { findSheetByName } from '../../areas/checks/server/index.ts';
import { reading } from '../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  query: askedLimitsSchema,
  text: checkText,
  statuses: { noMachine: 404 },
  run: ({ ctx, query }) => findSheetByName(ctx, query),
});
