import { boolean, array, object, string } from 'yup';
import { libraryText } from '../../../areas/library/model/failures.ts';
import { LARGEST_BYTES } from '../../../areas/library/model/exchange.ts';
import { importWhole, previewWhole } from '../../../areas/recipes/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';

const FRAME_BYTES = 64 * 1024; // the choices round the file's text
/** `text` is the file as it stands; `write` false only says what it would do. */
const schema = object({
  text: string().required('The file is empty'),
  write: boolean().required(),
  leaveOutInvalid: boolean().required(),
  take: array().of(string().max(300).required()).max(20_000).required(),
})
  .noUnknown()
  .required();

export const POST = command({
  role: 'technician',
  schema,
  text: libraryText,
  largestBytes: 2 * LARGEST_BYTES + FRAME_BYTES,
  statuses: { badFile: 400 },
  run: async ({ ctx, body }) => (body.write ? importWhole(ctx, body.text, body) : previewWhole(ctx, body.text)),
});
