import { ValidationError, type InferType, type Schema } from 'yup';
import { isPlainText } from '../../core/formats/plainText.ts';
import { problem } from './problem.ts';

/** So many values stand in a body of the usual size; a larger one may hold as many more. */
const MOST_VALUES = 20_000;
const USUAL_BYTES = 256 * 1024;
/** All that is the matter is said of a body that somebody typed; of a longer one the first thing. */
const TYPED_VALUES = 1000;
const MOST_MESSAGES = 20;
const DEEPEST_BODY = 20;

/** The body of a command as its schema wants it, and as it came; or the refusal. What it costs is bounded before it is spent: bytes while
 *  they come, depth and number of values before anything is judged by the schema. */
export async function readBody<S extends Schema>(
  request: Request,
  schema: S,
  largestBytes: number,
): Promise<{ readonly body: InferType<S>; readonly text: string } | Response> {
  const text = await textWithin(request, largestBytes);
  if (text === null) return problem(413, 'tooLarge', 'The request is too large');
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return problem(400, 'notJson', 'The request is not JSON');
  }
  const counted = { values: 0 };
  const odd = pathOfNoText(raw, 0, counted);
  if (odd !== null)
    return problem(400, 'badField', `${odd || 'The request'} holds a character that is no text, or lies too deep`, {
      fields: [{ field: odd, message: 'Type it anew instead of pasting it' }],
    });
  if (counted.values > MOST_VALUES * Math.max(1, largestBytes / USUAL_BYTES))
    return problem(413, 'tooLarge', `The request holds ${counted.values} values; send it in parts`);
  const judged = await judge(schema, raw, counted.values > TYPED_VALUES);
  return judged instanceof Response ? judged : { body: judged.value, text };
}

/** What was sent as its schema wants it, or the refusal: all that is the matter, or the first thing. */
export async function judge<S extends Schema>(
  schema: S,
  raw: unknown,
  abortEarly = false,
): Promise<{ readonly value: InferType<S> } | Response> {
  try {
    return { value: await schema.validate(raw, { strict: true, abortEarly, disableStackTrace: true }) };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const all = error.inner.length > 0 ? error.inner : [error];
    const fields = all.slice(0, MOST_MESSAGES).map((e) => ({ field: e.path, message: e.message }));
    const more = all.length > fields.length ? `; and ${all.length - fields.length} more` : '';
    return problem(400, 'badField', fields.map((f) => f.message).join('; ') + more, { fields });
  }
}

/** What a request holds, as text; null where it is more than may be. */
export async function textWithin(request: Request, largestBytes: number): Promise<string | null> {
  if (Number(request.headers.get('content-length') ?? 0) > largestBytes) return null;
  if (!request.body) return '';
  const pieces: Uint8Array[] = [];
  let bytes = 0;
  for await (const piece of request.body as unknown as AsyncIterable<Uint8Array>) {
    bytes += piece.length;
    if (bytes > largestBytes) return null; // leaving the loop cancels what has not come yet
    pieces.push(piece);
  }
  return Buffer.concat(pieces, bytes).toString();
}

/** Path of the first text, key or value, that holds a control character or half of a pair, or of what lies too deep; null where there is
 *  none. */
function pathOfNoText(value: unknown, depth: number, counted: { values: number }): string | null {
  counted.values++;
  if (typeof value === 'string') return isPlainText(value) ? null : '';
  if (typeof value !== 'object' || value === null) return null;
  if (depth >= DEEPEST_BODY) return '';
  for (const [key, part] of Object.entries(value)) {
    const inside = isPlainText(key) ? pathOfNoText(part, depth + 1, counted) : '';
    if (inside !== null) return inside === '' ? key : `${key}.${inside}`;
  }
  return null;
}
