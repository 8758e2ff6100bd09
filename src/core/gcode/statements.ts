/** What a program may say of itself in its comments, in the words of the trade. */
export const statementKinds = ['nozzleMm', 'layerMm', 'nozzleC', 'bedC', 'material'] as const;
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
];
const WIDEST_NOZZLE_MM = 3;
const FIGURE = /^(\d+(?:\.\d+)?)\s*(?:mm|°? ?c)?$/i;

/** Reads one comment "key = value" or "key: value"; null where it says nothing of the kind. */
export function statementOf(comment: string, line: number): Statement | null {
  const match = /^[\s;]*([A-Za-z][A-Za-z _-]{2,40}?)\s*[=:]\s*(\S.{0,80}?)\s*$/.exec(comment);
  if (!match) return null;
  const key = match[1]!.toLowerCase().replace(/[_-]+/g, ' ').trim();
  const kind = KEYS.find(([, pattern]) => pattern.test(key))?.[0];
  if (!kind) return null;
  const figure = FIGURE.exec(match[2]!);
  const isFigure = kind !== 'material';
  if (isFigure ? !figure : !/^[A-Za-z]/.test(match[2]!)) return null; // "filament: 3.2 m" names no plastic
  if (kind === 'nozzleMm' && Number(figure![1]) > WIDEST_NOZZLE_MM) return null; // a temperature
  return { kind, value: isFigure ? Number(figure![1]) : null, text: `${match[1]!.trim()}: ${match[2]!}`, line };
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
