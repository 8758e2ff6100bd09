import { libraryText } from '../../../areas/library/model/failures.ts';
import { findSchema } from '../../../areas/library/model/schemas.ts';
import { findByValue } from '../../../areas/library/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';

/** A POST that changes nothing: a value may hold any sign. */
export const POST = command({
  role: 'viewer',
  schema: findSchema,
  text: libraryText,
  run: ({ ctx, body }) => findByValue(ctx, body),
});
