import type { Technology } from '../../rules/recipeInput.ts';

/** A place of a part that is looked at on every print. */
export interface Place {
  readonly key: string;
  readonly label: string;
  /** What is a 5 and what is a 1 there. */
  readonly how: string;
}
/** Scores of one look at a print, by place. */
export interface Scoring {
  readonly id: string;
  readonly byId: string;
  readonly byName: string;
  readonly at: string;
  readonly scores: Readonly<Record<string, number>>;
  readonly note: string;
}
/** What a print is set against an earlier one by, or why it cannot be. */
export type Against =
  | {
      readonly name: string;
      readonly better: number;
      readonly worse: number;
      readonly same: number;
      readonly pValue: number;
      readonly meanChange: number;
      readonly verdict: 'better' | 'worse' | 'no sure difference';
    }
  | { readonly name: string; readonly refusal: string };

export interface ReferencePrint {
  readonly jobId: string;
  readonly jobName: string;
  readonly state: string;
  readonly isPrinted: boolean;
  /** When it was printed; until then, when its job was made. */
  readonly at: string;
  readonly machineName: string;
  readonly materialName: string;
  readonly timeS: number | null;
  readonly massG: number | null;
  /** What was changed since the print before. */
  readonly changed: readonly string[];
  readonly looks: readonly Scoring[];
  readonly pictures: readonly { readonly id: string }[];
  /** Mean of the looks, by place. */
  readonly means: Readonly<Record<string, number>>;
  readonly againstLast: Against | null;
  readonly againstFirst: Against | null;
}
export interface ReferenceRow {
  readonly id: string;
  readonly name: string;
  readonly technology: Technology;
  readonly fileName: string;
  readonly prints: number;
  readonly places: number;
  readonly madeByName: string;
  readonly lastAt: string;
}
export interface ReferencePage {
  readonly id: string;
  readonly name: string;
  readonly technology: Technology;
  readonly fileName: string;
  readonly places: readonly Place[];
  readonly madeByName: string;
  readonly madeAt: string;
  /** The oldest first. */
  readonly prints: readonly ReferencePrint[];
}

export type ReferenceFailure =
  | { readonly code: 'noReference' }
  | { readonly code: 'noJob' }
  | { readonly code: 'notRead'; readonly name: string }
  | { readonly code: 'taken'; readonly name: string }
  | { readonly code: 'isPrintAlready'; readonly name: string }
  | { readonly code: 'noPlace'; readonly place: string }
  | { readonly code: 'notPrintedYet'; readonly name: string }
  | { readonly code: 'notOfIt' };
export const referenceText = {
  noReference: () => 'There is no such reference part',
  noJob: () => 'There is no such job',
  notRead: (f: { name: string }) => `${f.name} has no verdict yet; wait for its check`,
  taken: (f: { name: string }) => `There is a reference part called ${f.name}; choose another name`,
  isPrintAlready: (f: { name: string }) => `${f.name} is a print of a reference part already: print that again`,
  noPlace: (f: { place: string }) => `This part has no place "${f.place}" to score`,
  notPrintedYet: (f: { name: string }) =>
    `Nothing of ${f.name} has been printed yet; score it when it is off the plate`,
  notOfIt: () => 'That print or look does not belong to this reference part; open it again',
} satisfies { [C in ReferenceFailure['code']]: (f: Extract<ReferenceFailure, { code: C }>) => string };

/** Places as they are typed, one a line: "corner: 5 sharp, 1 bulging". */
export function placesOf(text: string): Place[] {
  const lines = text.split('\n').map((line) => line.trim());
  return lines
    .filter((line) => line !== '')
    .map((line) => {
      const [label = '', ...how] = line.split(':');
      return { key: label.trim().toLowerCase(), label: label.trim(), how: how.join(':').trim() };
    });
}
