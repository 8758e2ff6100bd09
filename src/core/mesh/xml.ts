import { SaxesParser } from 'saxes';
import { encodingOf } from '../formats/bytes.ts';
import type { Failure } from '../result/result.ts';

/** An element of a document: its name within its namespace, and its attributes as they are written. */
export interface Element {
  readonly local: string;
  /** Its namespace; empty where it has none. */
  readonly space: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly line: number;
}
export interface XmlReader {
  open(element: Element, spaceOf: (prefix: string) => string | undefined): Failure | null;
  close?(local: string, space: string): void;
}

/** Nested deeper, no document of a part is. */
const DEEPEST = 200;

/** Runs through the elements of a document. Refused are what is not well formed or nested without end, and declarations of types,
 *  which could make entities. Namespaces: W3C, Namespaces in XML 1.0. */
export function readXml(bytes: Uint8Array, where: string, reader: XmlReader): Failure | null {
  const parser = new SaxesParser();
  let refusal: Failure | null = null;
  const stop = (what: string): void => {
    refusal ??= { code: '3mf', what, where: `${where}, line ${parser.line}`, todo: 'write the file again' };
  };
  /** Namespaces by prefix, as each open element that declares some leaves them. */
  const scopes: { readonly depth: number; readonly spaces: ReadonlyMap<string, string> }[] = [];
  let spaces: ReadonlyMap<string, string> = new Map();
  const spaceOf = (prefix: string): string | undefined => spaces.get(prefix);
  let depth = 0;
  const named = (name: string): readonly [space: string, local: string] => {
    const colon = name.indexOf(':');
    return colon < 0 ? [spaces.get('') ?? '', name] : [spaces.get(name.slice(0, colon)) ?? '', name.slice(colon + 1)];
  };
  parser.on('doctype', () => stop('It declares types or entities of its own, which are not read'));
  parser.on('error', (error) => stop(`It is not well formed (${error.message.replace(/^\d+:\d+: /, '')})`));
  parser.on('opentag', ({ name, attributes }) => {
    if (refusal) return;
    if (++depth > DEEPEST) return stop(`Its elements are nested more than ${DEEPEST} deep`);
    const declared = declarationsIn(attributes);
    if (declared) {
      spaces = new Map([...spaces, ...declared]);
      scopes.push({ depth, spaces });
    }
    const [space, local] = named(name);
    refusal = reader.open({ local, space, attributes, line: parser.line }, spaceOf);
  });
  parser.on('closetag', ({ name }) => {
    if (refusal) return;
    const [space, local] = named(name);
    reader.close?.(local, space);
    if (scopes.at(-1)?.depth === depth) {
      scopes.pop();
      spaces = scopes.at(-1)?.spaces ?? new Map();
    }
    depth--;
  });
  const decoder = new TextDecoder(encodingOf(bytes), { fatal: true });
  const STEP = 1 << 18;
  try {
    for (let from = 0; from < bytes.length && !refusal; from += STEP)
      parser.write(decoder.decode(bytes.subarray(from, from + STEP), { stream: from + STEP < bytes.length }));
    if (!refusal) parser.close();
  } catch {
    stop('It is no UTF-8 or UTF-16 text');
  }
  return refusal;
}

function declarationsIn(attributes: Readonly<Record<string, string>>): [prefix: string, space: string][] | null {
  let out: [string, string][] | null = null;
  for (const key in attributes)
    if (key.startsWith('xmlns') && (key.length === 5 || key[5] === ':'))
      (out ??= []).push([key.slice(6), attributes[key]!]);
  return out;
}
