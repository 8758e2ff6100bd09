/** What a program may say of itself in its comments, in the words of the trade. */
export const statementKinds = ['nozzleMm', 'layerMm', 'nozzleC', 'bedC', 'material', 'printer', 'timeS'] as const;
export type StatementKind = (typeof statementKinds)[number];
export interface Statement {
  readonly kind: StatementKind;
  /** The figure, where it is one. */
  readonly value: number | null;
  /** Key and value as they are written. */
  readonly text: string;
  readonly line: number;
}

/** Keys by the words in them. What is said of a first layer, or of something beside, is not what the print is made with; "layer: 12" counts
 *  layers. */
const KEYS: readonly (readonly [StatementKind, RegExp])[] = [
  ['nozzleMm', /^(nozzle|nozzle (diameter|size|width))$/],
  ['layerMm', /^layer (height|thickness)$/],
  ['nozzleC', /^((nozzle|hot ?end|print|printing) temp(erature)?)$/],
  ['bedC', /^((bed|plate|build plate) temp(erature)?)$/],
  ['material', /^((filament|material)( (type|kind|family))?)$/],
  ['printer', /^((printer|machine)( (name|model|type))?)$/],
  ['timeS', /^(((estimated|total) )?(print|printing|build) time|estimated time)$/],
];
/** Kinds that are told by a name. */
const NAMED: readonly StatementKind[] = ['material', 'printer'];
const WIDEST_NOZZLE_MM = 3;
const FIGURE = /^(\d+(?:\.\d+)?)\s*(?:mm|°? ?c)?$/i;

const SECONDS: Readonly<Record<string, number>> = { d: 86400, h: 3600, m: 60, s: 1 };
/** A time as people and programs write it: 4512, 75 min, 1h 12m 30s, 1:12:30; null where it is none. */
function secondsOf(text: string): number | null {
  const clock = /^(?:(\d+):)?(\d{1,2}):(\d{2})$/.exec(text);
  if (clock) return 3600 * Number(clock[1] ?? 0) + 60 * Number(clock[2]) + Number(clock[3]);
  if (/^\d+(\.\d+)?$/.test(text)) return Number(text);
  const parts = [...text.matchAll(/(\d+(?:\.\d+)?)\s*(d|h|m|s)[a-z]*\.?\s*/gi)];
  if (parts.length === 0 || parts.map((p) => p[0]).join('') !== text) return null;
  return parts.reduce((sum, [, figure, unit]) => sum + Number(figure) * SECONDS[unit!.toLowerCase()]!, 0);
}

/** Reads one comment "key = value" or "key: value"; null where it says nothing of the kind. */
export function statementOf(comment: string, line: number): Statement | null {
  const match = /^[\s;]*([A-Za-z][A-Za-z _-]{2,40}?)\s*[=:]\s*(\S.{0,80}?)\s*$/.exec(comment);
  if (!match) return null;
  const key = match[1]!.toLowerCase().replace(/[_-]+/g, ' ').trim();
  const kind = KEYS.find(([, pattern]) => pattern.test(key))?.[0];
  if (!kind) return null;
  const figure = FIGURE.exec(match[2]!);
  const text = `${match[1]!.trim()}: ${match[2]!}`;
  if (NAMED.includes(kind)) return /^[A-Za-z]/.test(match[2]!) ? { kind, value: null, text, line } : null; // "filament: 3.2 m" names no plastic
  const value = kind === 'timeS' ? secondsOf(match[2]!) : figure && Number(figure[1]);
  if (value === null || (kind === 'nozzleMm' && value > WIDEST_NOZZLE_MM)) return null; // a nozzle so wide is a temperature
  return { kind, value, text, line };
}

/** The first statement of each kind, of the comments handed to it. */
export class Statements {
  readonly found: Statement[] = [];

  /** Whether there is still something to learn. */
  get isOpen(): boolean {
    return this.found.length < statementKinds.length;
  }
  take(comment: string, line: number): void {
    if (!this.isOpen || !/[=:]/.test(comment)) return;
    const said = statementOf(comment, line);
    if (said && !this.found.some((f) => f.kind === said.kind)) this.found.push(said);
  }
}
