/** How a print comes to grief. */
export const troubleKinds = [
  'gaps',
  'slumped',
  'drooped',
  'sagged',
  'shifted',
  'waves',
  'came loose',
  'foot spread',
  'warped',
  'strings',
  'ground filament',
  'jammed',
  'charred',
  'collided',
  'ran out',
  'refused a word',
  'hit its stop',
  'never got so hot',
  'waited for nobody',
] as const;
export type TroubleKind = (typeof troubleKinds)[number];

export interface Trouble {
  readonly kind: TroubleKind;
  /** Line of the program as it is sent. */
  readonly line: number;
  readonly zMm: number;
  readonly figure: string;
}
export type Tell = (kind: TroubleKind, line: number, figure: string, zMm?: number) => void;
