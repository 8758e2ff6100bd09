import { libraryText } from '../../../areas/library/model/failures.ts';
import { bulkSchema } from '../../../areas/library/model/schemas.ts';
import { changeMany } from '../../../areas/library/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';

const LARGEST_BYTES = 2 * 1024 * 1024;
export const POST = command({
  role: 'technician',
  schema: bulkSchema,
  text: libraryText,
  largestBytes: LARGEST_BYTES,
  run: ({ ctx, body }) => changeMany(ctx, body),
});
