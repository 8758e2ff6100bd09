import { METER_PLACES } from '../../../core/resin/lightMap.ts';
import { asChecked } from '../../../core/result/checked.ts';
import { fail, succeed, type Failure, type Result } from '../../../core/result/result.ts';
import type { ImportRow } from '../../library/model/exchange.ts';
import type { Entries, PairingEntry } from '../../library/model/records.ts';
import { checkValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { maySetInRecipe, type SettingValue, type Values } from '../../library/settings/define.ts';
import { roleNames, type RoleName } from './recipe.ts';

/** Proven values of one material with one tool on one machine or printer profile, as the file carries them; places by their keys. */
export interface ExchangePairing {
  readonly scope: 'machine' | 'printer';
  readonly place: string;
  readonly mount: number;
  readonly tool: string;
  readonly material: string;
  readonly revision: number;
  readonly entries: Entries;
}
/** A kept recipe, as the file carries it. */
export interface ExchangeRecipe {
  readonly name: string;
  readonly machine: string | null;
  readonly printer: string | null;
  readonly process: string;
  readonly overrides: Values;
  readonly roles: readonly { readonly role: RoleName; readonly tool: string | null; readonly material: string }[];
}

export const pairingKey = (p: Pick<ExchangePairing, 'scope' | 'place' | 'tool' | 'material'>): string =>
  `${p.place}/${p.tool}/${p.material}${p.scope === 'printer' ? '/printer' : ''}`;
/** What stands here: keys that can be named, pairings by key, recipes by name. */
export interface KnownPlaces {
  readonly has: (kind: 'machine' | 'printer' | 'tool' | 'material' | 'process', key: string) => boolean;
  readonly pairings: ReadonlyMap<string, { readonly revision: number; readonly entries: Entries }>;
  readonly recipes: ReadonlyMap<string, Omit<ExchangeRecipe, 'name'>>;
  readonly isLead: boolean;
}

type Wrong = (field: string, what: string, todo: string) => Result<never>;
const wrong: Wrong = (field, what, todo) => fail({ code: 'record', what, where: field, todo });
const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v);
const onlyFields = (r: Record<string, unknown>, fields: readonly string[]): string | undefined =>
  Object.keys(r).find((k) => !fields.includes(k));
/** Whatever stood there, in a sentence. */
const shown = (v: unknown): string => (typeof v === 'string' ? v : JSON.stringify(v));
const MOST_ENTRIES = 40;
const NAME = /^[^\p{Cc}<>]{2,80}$/u;
const ENDS = ['failedBeyond', 'notTriedBeyond'];

function entryProblem(key: string, e: unknown): Failure | null {
  const no = (what: string, todo: string): Failure => ({ code: 'record', where: `entries: ${key}`, what, todo });
  const s = findSetting(key);
  if (!s || !s.owners.includes('pairing') || (s.type !== 'number' && s.type !== 'integer'))
    return no('No pairing holds it', 'take it away');
  if (!isObject(e)) return no('Not an object', 'give value, uncertainty, range, trial, conditions and days');
  const { value, uncertainty, range, trialId, trialName, machineId, conditions, provenOn, validUntil, ...rest } = e;
  const extra = Object.keys(rest)[0];
  if (extra) return no(`"${extra}" means nothing here`, 'take it away');
  const checked = checkValue(s, value as SettingValue);
  if (!checked.ok) return no(checked.failure.what, checked.failure.todo ?? 'mend it');
  if (typeof uncertainty !== 'number' || !(uncertainty >= 0))
    return no('Its uncertainty is not a figure from 0', 'give a figure');
  if (
    !isObject(range) ||
    typeof range['min'] !== 'number' ||
    typeof range['max'] !== 'number' ||
    !ENDS.includes(range['minEnd'] as string) ||
    !ENDS.includes(range['maxEnd'] as string)
  )
    return no('Its range is not min, max and what lies beyond', `minEnd and maxEnd are ${ENDS.join(' or ')}`);
  if (range['heldTo'] !== undefined && !(typeof range['heldTo'] === 'number' && range['heldTo'] >= range['max']))
    return no('Its range holds to less than its max', 'heldTo is where it was seen to hold, at least max');
  if (range['min'] > range['max']) return no('Its range ends below where it begins', 'turn min and max round');
  if (
    typeof trialId !== 'string' ||
    typeof trialName !== 'string' ||
    typeof machineId !== 'string' ||
    [trialId, trialName, machineId].some((t) => t.length > 80)
  )
    return no('Its trial is not named by short texts', 'give trialId, trialName and machineId, empty where unknown');
  if (!isObject(conditions)) return no('Its conditions are not an object', 'give one, empty where unknown');
  const { light, areaMm2 } = conditions;
  const isMap =
    Array.isArray(light) && light.length === METER_PLACES.length && light.every((v) => typeof v === 'number' && v > 0);
  if (light !== undefined && !isMap)
    return no(`Its light is not ${METER_PLACES.length} figures above 0`, 'give one for each place, or leave it out');
  if (areaMm2 !== undefined && !(typeof areaMm2 === 'number' && areaMm2 > 0))
    return no('Its areaMm2 is not a figure above 0', 'give the area of one body, or leave it out');
  return [provenOn, validUntil].every((d) => typeof d === 'string' && Number.isFinite(Date.parse(d)))
    ? null
    : no('Its days cannot be read', 'write provenOn and validUntil as 2026-11-24T08:00:00.000Z');
}

export function readPairing(raw: unknown, known: Pick<KnownPlaces, 'has'>): Result<ExchangePairing> {
  if (!isObject(raw)) return wrong('record', 'Not an object', 'give one object per pairing');
  const extra = onlyFields(raw, ['scope', 'place', 'mount', 'tool', 'material', 'revision', 'entries']);
  const { scope, place, mount, tool, material, revision, entries } = raw;
  if (extra) return wrong(extra, 'No such field', 'take it away');
  if (scope !== 'machine' && scope !== 'printer')
    return wrong('scope', `"${String(scope)}" is no scope`, 'machine or printer');
  if (typeof place !== 'string' || !known.has(scope, place))
    return wrong(
      'place',
      `There is no ${scope} ${String(place)}`,
      scope === 'machine' ? 'machines do not come with a file; add it first' : 'bring it in the file, or add it first',
    );
  if (!Number.isInteger(mount) || (mount as number) < 0 || (mount as number) > 7)
    return wrong('mount', 'Not a mount', 'a whole number from 0 to 7');
  if (typeof tool !== 'string' || !known.has('tool', tool))
    return wrong('tool', `There is no tool ${String(tool)}`, 'bring it in the file, or add it first');
  if (typeof material !== 'string' || !known.has('material', material))
    return wrong('material', `There is no material ${String(material)}`, 'bring it in the file, or add it first');
  if (!Number.isInteger(revision) || (revision as number) < 1)
    return wrong('revision', 'Not a whole number', '1 or more');
  if (!isObject(entries)) return wrong('entries', 'Not an object', 'lists of proven values by setting');
  for (const [key, list] of Object.entries(entries)) {
    if (!Array.isArray(list) || list.length === 0 || list.length > MOST_ENTRIES)
      return wrong(`entries: ${key}`, 'Not a list of proven values', `1 to ${MOST_ENTRIES} of them`);
    for (const e of list) {
      const problem = entryProblem(key, e);
      if (problem) return fail(problem);
    }
  }
  return succeed(asChecked<ExchangePairing>(raw));
}

export function readRecipe(raw: unknown, known: Pick<KnownPlaces, 'has'>): Result<ExchangeRecipe> {
  if (!isObject(raw)) return wrong('record', 'Not an object', 'give one object per recipe');
  const extra = onlyFields(raw, ['name', 'machine', 'printer', 'process', 'overrides', 'roles']);
  const { name, machine, printer, process, overrides, roles } = raw;
  if (extra) return wrong(extra, 'No such field', 'take it away');
  if (typeof name !== 'string' || !NAME.test(name))
    return wrong('name', 'Not a name', '2 to 80 characters without < > and control characters');
  if ((machine === null) === (printer === null))
    return wrong('machine', 'A recipe is for a machine or for a printer profile', 'give one of them, the other null');
  for (const [field, key] of [
    ['machine', machine],
    ['printer', printer],
    ['process', process],
  ] as const)
    if (key !== null && (typeof key !== 'string' || !known.has(field, key)))
      return wrong(field, `There is no ${field} ${shown(key)}`, 'bring it in the file, or add it first');
  if (!isObject(overrides)) return wrong('overrides', 'Not an object', 'values by setting');
  for (const [key, value] of Object.entries(overrides)) {
    const s = findSetting(key);
    const checked = s && maySetInRecipe(s) ? checkValue(s, value as SettingValue) : null;
    if (!checked?.ok)
      return wrong(
        `overrides: ${key}`,
        checked?.failure.what ?? 'No recipe can set it',
        checked?.failure.todo ?? 'take it away',
      );
  }
  if (!Array.isArray(roles) || roles.length === 0 || roles.length > roleNames.length)
    return wrong('roles', 'Not a list of roles', `1 to ${roleNames.length} of them`);
  for (const r of roles as unknown[]) {
    if (!isObject(r) || onlyFields(r, ['role', 'tool', 'material']) || !roleNames.includes(r['role'] as RoleName))
      return wrong('roles', 'A role has role, tool and material', roleNames.join(', '));
    if (r['tool'] !== null && (typeof r['tool'] !== 'string' || !known.has('tool', r['tool'])))
      return wrong(
        `roles: ${shown(r['role'])}`,
        `There is no tool ${shown(r['tool'])}`,
        'bring it in the file, or add it first',
      );
    if (typeof r['material'] !== 'string' || !known.has('material', r['material']))
      return wrong(
        `roles: ${shown(r['role'])}`,
        `There is no material ${String(r['material'])}`,
        'bring it in the file, or add it first',
      );
  }
  const named = (roles as { role: string }[]).map((r) => r.role);
  return !named.includes('part body') || new Set(named).size !== named.length
    ? wrong('roles', 'Each role once, and a part body', 'mend the list')
    : succeed(asChecked<ExchangeRecipe>(raw));
}

/** What each pairing and recipe of a file would do here, counted on from the profiles. */
export function planPlaces(
  pairings: readonly unknown[],
  recipes: readonly unknown[],
  known: KnownPlaces,
  from: number,
): {
  readonly rows: readonly ImportRow[];
  readonly pairings: readonly (ExchangePairing | null)[];
  readonly recipes: readonly (ExchangeRecipe | null)[];
} {
  const textOf = (f: Failure): string => [f.where, f.what, f.todo].filter(Boolean).join(': ');
  const seen = new Set<string>();
  const readP = pairings.map((p) => readPairing(p, known));
  const readR = recipes.map((r) => readRecipe(r, known));
  const once = (address: string): string | null => {
    if (seen.has(address)) return 'it stands in the file twice; keep one of them';
    seen.add(address);
    return null;
  };
  const rowsP = readP.map((r, i): ImportRow => {
    const head = {
      index: from + i,
      kind: 'pairing',
      key: r.ok ? pairingKey(r.value) : '',
      name: r.ok ? `${r.value.material} on ${r.value.place}` : `pairing ${i + 1}`,
      changes: [],
    };
    if (!r.ok) return { ...head, state: 'invalid', why: textOf(r.failure) };
    const twice = once(`pairing:${head.key}`);
    const here = known.pairings.get(head.key);
    if (twice) return { ...head, state: 'invalid', why: twice };
    if (here && same(here.entries, r.value.entries)) return { ...head, state: 'same', why: '' };
    if (!known.isLead) return { ...head, state: 'invalid', why: 'proven values of a file are a lead’s to take in' };
    const keys = Object.keys(r.value.entries).filter((k) => !same(here?.entries[k], r.value.entries[k]));
    const last = (list: readonly PairingEntry[] | undefined): SettingValue | null =>
      list?.[list.length - 1]?.value ?? null;
    const changes = keys.map((key) => ({ key, from: last(here?.entries[key]), to: last(r.value.entries[key]) }));
    return !here
      ? { ...head, state: 'new', why: '', changes }
      : here.revision > r.value.revision
        ? {
            ...head,
            state: 'conflicting',
            why: `revision ${here.revision} here is newer than ${r.value.revision} in the file`,
            changes,
          }
        : { ...head, state: 'changed', why: '', changes };
  });
  const rowsR = readR.map((r, i): ImportRow => {
    const head = {
      index: from + pairings.length + i,
      kind: 'recipe',
      key: r.ok ? r.value.name : '',
      name: r.ok ? r.value.name : `recipe ${i + 1}`,
      changes: [],
    };
    if (!r.ok) return { ...head, state: 'invalid', why: textOf(r.failure) };
    const twice = once(`recipe:${r.value.name}`);
    const here = known.recipes.get(r.value.name);
    const { name: _, ...plain } = r.value;
    if (twice) return { ...head, state: 'invalid', why: twice };
    if (!here) return { ...head, state: 'new', why: '' };
    return same(here, plain)
      ? { ...head, state: 'same', why: '' }
      : { ...head, state: 'conflicting', why: 'another recipe is kept here under this name' };
  });
  return {
    rows: [...rowsP, ...rowsR],
    pairings: readP.map((r) => (r.ok ? r.value : null)),
    recipes: readR.map((r) => (r.ok ? r.value : null)),
  };
}
/** Equal as JSON with members in any order. */
const sorted = (v: unknown): string =>
  JSON.stringify(v, (_k, x: unknown) =>
    isObject(x) ? Object.fromEntries(Object.entries(x).sort(([a], [b]) => (a < b ? -1 : 1))) : x,
  );
const same = (a: unknown, b: unknown): boolean => sorted(a ?? null) === sorted(b ?? null);
