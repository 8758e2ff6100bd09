import { checkText } from '../../areas/checks/model/failures.ts';
import { findSheetByName } from '../../areas/checks/server/index.ts';
import { endpoint } from '../../platform/http/endpoint.ts';

export const GET = endpoint({ role: 'viewer', text: checkText, statuses: { noMachine: 404 }, run: ({ ctx, query }) => findSheetByName(ctx, query) });
