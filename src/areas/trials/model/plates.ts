import type { PlateProgram } from '../../../core/resin/plate.ts';

/** What a resin trial keeps: its plates in the order they are printed. */
export const textOfPlates = (programs: readonly PlateProgram[]): string =>
  programs.length === 0 ? '' : JSON.stringify(programs.length === 1 ? programs[0] : { plates: programs });
export function platesOf(text: string): readonly PlateProgram[] {
  if (text === '') return [];
  const kept = JSON.parse(text) as PlateProgram | { readonly plates: readonly PlateProgram[] };
  return 'plates' in kept ? kept.plates : [kept];
}
