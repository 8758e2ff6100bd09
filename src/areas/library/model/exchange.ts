import { asChecked } from '../../../core/result/checked.ts';
import { fail, succeed, type Failure, type Result } from '../../../core/result/result.ts';
import { CATALOGUE_VERSION, findSetting } from '../settings/catalogue.ts';
import type { SettingValue, Values } from '../settings/define.ts';
import { findDuplicateMember, lineOfPosition } from './json.ts';
import type { Reasons } from './records.ts';
import { isReason, reasonKinds } from './reasons.ts';
import { checkValues } from './values.ts';

export const FORMAT = 'cantiere-library';
export const FORMAT_VERSION = 2;
export const OLDEST_VERSION = 1;
export const LARGEST_BYTES = 10 * 1024 * 1024;
export const MOST_RECORDS = 20_000;
const KINDS = ['printer', 'tool', 'material', 'process'] as const;
type Kind = (typeof KINDS)[number];

/** One profile as the file carries it (docs/formats/library.md). The parent is named by its key and is of the same kind. */
export interface ExchangeRecord {
  readonly kind: Kind;
  readonly key: string;
  readonly name: string;
  readonly technology: 'filament' | 'resin';
  readonly parent: string | null;
  readonly stock: boolean;
  readonly tags: readonly string[];
  readonly notes: string;
  readonly own: Values;
  readonly reasons: Reasons;
  /** Revision it was when it was written out. */ readonly revision: number;
}
export interface LibraryFile {
  readonly format: typeof FORMAT;
  readonly version: number;
  readonly catalogueVersion: number;
  readonly profiles: readonly ExchangeRecord[];
}

/** What stands in the library under a key. */
export interface Known {
  readonly id: string;
  readonly name: string;
  readonly stock: boolean;
  readonly technology: string;
  readonly parentKey: string | null;
  readonly revision: number;
  readonly own: Values;
  readonly reasons: Reasons;
}
export type ImportState = 'new' | 'changed' | 'same' | 'conflicting' | 'invalid';
export interface ImportRow {
  readonly index: number;
  readonly kind: string;
  readonly key: string;
  readonly name: string;
  readonly state: ImportState;
  readonly why: string;
  readonly changes: readonly {
    readonly key: string;
    readonly from: SettingValue | null;
    readonly to: SettingValue | null;
  }[];
}

export const addressOf = (kind: string, key: string): string => `${kind}:${key}`;

/** The lists of a file, every record still unjudged. The first version had profiles only. */
export interface RawFile {
  readonly profiles: readonly unknown[];
  readonly pairings: readonly unknown[];
  readonly recipes: readonly unknown[];
}

/** The records of a file, each still unjudged, or the one reason why it cannot be read at all. */
export function readLibraryFile(text: string): Result<RawFile> {
  const wrong = (what: string, where: string | undefined, todo: string): Result<never> =>
    fail({ code: 'file', what, ...(where && { where }), todo });
  if (text.length > LARGEST_BYTES)
    return wrong('The file is larger than 10 MB', undefined, 'write fewer records into one file');
  const plain = text.replace(/^\uFEFF/, '');
  let raw: unknown;
  try {
    raw = JSON.parse(plain);
  } catch (error) {
    return wrong(
      'The file is not JSON',
      `line ${lineOfPosition(plain, error)}`,
      'write it out again; NaN and Infinity are not JSON',
    );
  }
  const twice = findDuplicateMember(plain);
  if (twice) return wrong(`"${twice.name}" stands twice in one object`, `line ${twice.line}`, 'keep one of them');
  if (typeof raw !== 'object' || raw === null || (raw as { format?: unknown }).format !== FORMAT)
    return wrong('The file is not a library', 'field format', `"format" reads "${FORMAT}"`);
  const { version, catalogueVersion, profiles, pairings = [], recipes = [], ...rest } = raw as Record<string, unknown>;
  const unknown = Object.keys(rest).find((k) => k !== 'format');
  if (unknown) return wrong(`"${unknown}" means nothing here`, `field ${unknown}`, 'take it away');
  if (typeof version !== 'number' || version < OLDEST_VERSION || version > FORMAT_VERSION || !Number.isInteger(version))
    return wrong(
      `Version ${String(version)} of the format cannot be read`,
      'field version',
      `versions ${OLDEST_VERSION} to ${FORMAT_VERSION} can`,
    );
  if (typeof catalogueVersion !== 'number' || catalogueVersion > CATALOGUE_VERSION)
    return wrong(
      'The file was written with a newer catalogue of settings',
      'field catalogueVersion',
      `this one knows ${CATALOGUE_VERSION}; bring the product up to date first`,
    );
  if (!Array.isArray(profiles)) return wrong('There is no list of profiles', 'field profiles', 'give an array');
  for (const [field, list] of [
    ['pairings', pairings],
    ['recipes', recipes],
  ] as const)
    if (!Array.isArray(list))
      return wrong(`There is no list of ${field}`, `field ${field}`, 'give an array, or leave it out');
  const count = profiles.length + (pairings as unknown[]).length + (recipes as unknown[]).length;
  if (count > MOST_RECORDS)
    return wrong(`${count} records are too many`, 'field profiles', `write at most ${MOST_RECORDS} into one file`);
  return succeed({ profiles, pairings: pairings as unknown[], recipes: recipes as unknown[] });
}

const NAME = /^[^\p{Cc}<>]{2,80}$/u;
const KEY = /^[a-z0-9][a-z0-9.-]{0,79}$/;
const FIELDS = new Set([
  'kind',
  'key',
  'name',
  'technology',
  'parent',
  'stock',
  'tags',
  'notes',
  'own',
  'reasons',
  'revision',
]);

/** A record of the right shape with values its kind may own, or what is wrong with which field. */
export function readRecord(raw: unknown): Result<ExchangeRecord> {
  const wrong = (field: string, what: string, todo: string): Result<never> =>
    fail({ code: 'record', what, where: field, todo });
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return wrong('record', 'Not an object', 'give one object per profile');
  const r = raw as Record<string, unknown>;
  const unknown = Object.keys(r).find((k) => !FIELDS.has(k));
  if (unknown) return wrong(unknown, 'No such field', 'take it away');
  if (!KINDS.includes(r['kind'] as Kind)) return wrong('kind', `"${String(r['kind'])}" is no kind`, KINDS.join(', '));
  if (typeof r['key'] !== 'string' || !KEY.test(r['key']))
    return wrong('key', 'Not a key', 'small letters, digits, dots and dashes');
  if (typeof r['name'] !== 'string' || !NAME.test(r['name']))
    return wrong('name', 'Not a name', '2 to 80 characters without < > and control characters');
  if (r['technology'] !== 'filament' && r['technology'] !== 'resin')
    return wrong('technology', `"${String(r['technology'])}" is no technology`, 'filament or resin');
  if (r['parent'] !== null && typeof r['parent'] !== 'string')
    return wrong('parent', 'Not a key', 'the key of a profile of the same kind, or null');
  if (typeof r['stock'] !== 'boolean') return wrong('stock', 'Neither true nor false', 'true or false');
  if (
    !Array.isArray(r['tags']) ||
    r['tags'].length > 20 ||
    !r['tags'].every((t) => typeof t === 'string' && NAME.test(t))
  )
    return wrong('tags', 'Not a list of words', 'up to 20 words of 2 to 80 characters');
  if (typeof r['notes'] !== 'string' || r['notes'].length > 5000)
    return wrong('notes', 'Not a text of up to 5000 characters', 'shorten it');
  if (typeof r['revision'] !== 'number' || !Number.isInteger(r['revision']) || r['revision'] < 1)
    return wrong('revision', 'Not a whole number', '1 or more');
  if (typeof r['own'] !== 'object' || r['own'] === null || Array.isArray(r['own']))
    return wrong('own', 'Not an object', 'values by setting');
  const checked = checkValues(r['kind'] as Kind, r['own'] as Values);
  if (!checked.ok) return fail({ ...checked.failure, where: `own: ${checked.failure.where ?? ''}` });
  const foreign = Object.keys(r['own']).find((k) => {
    const t = findSetting(k)!.technology;
    return t !== 'both' && t !== r['technology'];
  });
  if (foreign)
    return wrong(
      `own: ${foreign}`,
      `Belongs to ${findSetting(foreign)!.technology}`,
      `this is a ${r['technology']} profile`,
    );
  const reasons = r['reasons'];
  if (typeof reasons !== 'object' || reasons === null || Array.isArray(reasons))
    return wrong('reasons', 'Not an object', 'reasons by setting');
  for (const [k, v] of Object.entries(reasons as Record<string, unknown>)) {
    if (!(k in r['own']))
      return wrong(`reasons: ${k}`, 'A reason for a value that is not there', 'take it away or give the value');
    if (!isReason(v)) return wrong(`reasons: ${k}`, 'Not a reason', `kind (${reasonKinds.join(', ')}) and text`);
  }
  return succeed(asChecked<ExchangeRecord>(r));
}

/** What each record of a file would do to the library, before anything is written. Parents may stand in the file or in the library. */
export function planImport(
  raw: readonly unknown[],
  known: ReadonlyMap<string, Known>,
): { readonly rows: readonly ImportRow[]; readonly records: readonly (ExchangeRecord | null)[] } {
  const read = raw.map(readRecord);
  const records = read.map((r) => (r.ok ? r.value : null));
  const firstAt = new Map<string, number>();
  const problems: (string | null)[] = read.map((r) => (r.ok ? null : textOf(r.failure)));
  records.forEach((r, i) => {
    if (!r) return;
    const address = addressOf(r.kind, r.key);
    const before = firstAt.get(address);
    if (before !== undefined) problems[i] = `key: record ${before + 1} has the key ${r.key} already; give it another`;
    else firstAt.set(address, i);
  });
  const names = new Map([...known].map(([address, k]) => [`${address.split(':')[0]!}:${k.name}`, address]));
  records.forEach((r, i) => {
    if (!r || problems[i]) return;
    const address = addressOf(r.kind, r.key);
    const owner = names.get(`${r.kind}:${r.name}`);
    if (owner !== undefined && owner !== address)
      problems[i] = `name: another ${r.kind} is named ${r.name}; choose another name`;
    else names.set(`${r.kind}:${r.name}`, address);
    if (r.parent !== null) problems[i] ??= parentProblem(r, records, firstAt, known);
  });
  // A record whose parent cannot come in cannot come in either.
  for (let again = true; again;) {
    again = false;
    records.forEach((r, i) => {
      if (!r || problems[i] || r.parent === null) return;
      const parentAt = firstAt.get(addressOf(r.kind, r.parent));
      if (parentAt !== undefined && problems[parentAt] && !known.has(addressOf(r.kind, r.parent))) {
        problems[i] = `parent: record ${parentAt + 1}, ${r.parent}, cannot come in`;
        again = true;
      }
    });
  }
  return { records, rows: records.map((r, i) => rowOf(i, r, raw[i], problems[i] ?? null, known)) };
}

function parentProblem(
  r: ExchangeRecord,
  records: readonly (ExchangeRecord | null)[],
  firstAt: ReadonlyMap<string, number>,
  known: ReadonlyMap<string, Known>,
): string | null {
  const seen = new Set([r.key]);
  for (let key: string | null = r.parent; key !== null;) {
    if (seen.has(key))
      return `parent: ${[...seen, key].join(' starts from ')}: a circle; one of them must start from nothing`;
    seen.add(key);
    const at: number | undefined = firstAt.get(addressOf(r.kind, key));
    const inFile: ExchangeRecord | null | undefined = at === undefined ? undefined : records[at];
    const here = known.get(addressOf(r.kind, key));
    if (!inFile && !here) {
      const other = KINDS.find(
        (k) => k !== r.kind && (firstAt.has(addressOf(k, key!)) || known.has(addressOf(k, key!))),
      );
      return other
        ? `parent: ${key} is a ${other}, not a ${r.kind}`
        : `parent: there is no ${r.kind} ${key}, neither in the file nor in the library`;
    }
    if ((here ?? inFile!).technology !== r.technology) return `parent: ${key} is for ${(here ?? inFile!).technology}`;
    key = here ? here.parentKey : inFile!.parent; // taking a record in never moves one that is here
  }
  return null;
}

function rowOf(
  index: number,
  r: ExchangeRecord | null,
  raw: unknown,
  problem: string | null,
  known: ReadonlyMap<string, Known>,
): ImportRow {
  const loose = (typeof raw === 'object' && raw !== null ? raw : {}) as Record<string, unknown>;
  const shown = (v: unknown): string => (typeof v === 'string' ? v.slice(0, 80) : '');
  const head = { index, kind: shown(loose['kind']), key: shown(loose['key']), name: shown(loose['name']), changes: [] };
  if (!r || problem) return { ...head, state: 'invalid', why: problem ?? '' };
  const here = known.get(addressOf(r.kind, r.key));
  if (!here)
    return {
      ...head,
      state: 'new',
      why: '',
      changes: Object.entries(r.own).map(([key, to]) => ({ key, from: null, to })),
    };
  const keys = [...new Set([...Object.keys(here.own), ...Object.keys(r.own)])].filter(
    (k) => JSON.stringify(here.own[k]) !== JSON.stringify(r.own[k]),
  );
  const changes = keys.map((key) => ({ key, from: here.own[key] ?? null, to: r.own[key] ?? null }));
  if (keys.length === 0 && sameReasons(here.reasons, r.reasons)) return { ...head, state: 'same', why: '' };
  if (here.stock)
    return {
      ...head,
      state: 'conflicting',
      why: 'it is stock here and read-only; give the record another key',
      changes,
    };
  if (here.parentKey !== r.parent)
    return {
      ...head,
      state: 'conflicting',
      why: `here it starts from ${here.parentKey ?? 'nothing'}, in the file from ${r.parent ?? 'nothing'}`,
      changes,
    };
  if (here.revision > r.revision)
    return {
      ...head,
      state: 'conflicting',
      why: `revision ${here.revision} here is newer than ${r.revision} in the file`,
      changes,
    };
  return { ...head, state: 'changed', why: '', changes };
}

const sameReasons = (a: Reasons, b: Reasons): boolean => {
  const plain = (r: Reasons) =>
    JSON.stringify(
      Object.entries(r)
        .map(([k, v]) => [k, v.kind, v.text, v.until ?? ''])
        .sort(),
    );
  return plain(a) === plain(b);
};
const textOf = (f: Failure): string => [f.where, f.what, f.todo].filter(Boolean).join(': ');
