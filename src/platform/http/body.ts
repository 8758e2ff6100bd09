import { ValidationError, type InferType, type Schema } from 'yup';
import { isPlainText } from '../../core/formats/plainText.ts';
import { problem } from './problem.ts';

/** The body of a command as its schema wants it, and as it came; or the refusal. */
export async function readBody<S extends Schema>(
  request: Request,
  schema: S,
  largestBytes: number,
): Promise<{ readonly body: InferType<S>; readonly text: string } | Response> {
  if (Number(request.headers.get('content-length') ?? 0) > largestBytes)
    return problem(413, 'tooLarge', 'The request is too large');
  const text = await request.text();
  if (text.length > largestBytes) return problem(413, 'tooLarge', 'The request is too large');
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return problem(400, 'notJson', 'The request is not JSON');
  }
  const odd = pathOfNoText(raw, 0);
  if (odd !== null)
    return problem(400, 'badField', `${odd || 'The request'} holds a character that is no text`, {
      fields: [{ field: odd, message: 'Type it anew instead of pasting it' }],
    });
  try {
    return { body: await schema.validate(raw, { strict: true, abortEarly: false }), text };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return problem(400, 'badField', error.errors.join('; '), {
      fields: error.inner.map((e) => ({ field: e.path, message: e.message })),
    });
  }
}

const DEEPEST_BODY = 20;
/** Path of the first text, key or value, that holds a control character or half of a pair; null where all is text. */
function pathOfNoText(value: unknown, depth: number): string | null {
  if (typeof value === 'string') return isPlainText(value) ? null : '';
  if (typeof value !== 'object' || value === null) return null;
  if (depth >= DEEPEST_BODY) return '';
  for (const [key, part] of Object.entries(value)) {
    const inside = isPlainText(key) ? pathOfNoText(part, depth + 1) : '';
    if (inside !== null) return inside === '' ? key : `${key}.${inside}`;
  }
  return null;
}
