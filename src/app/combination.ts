import { catalogue } from '../areas/library/settings/catalogue.ts';

export interface Asked {
  /** Settings whose label holds the words that speak of one; none where no word does. */
  readonly settings: readonly { readonly key: string; readonly label: string }[];
  /** Machines that the words left over name. */
  readonly machineIds: readonly string[];
  /** What is left: part of a material's name. */
  readonly rest: string;
}
const MOST_SETTINGS = 4;
const wordsOf = (text: string): string[] => text.toLowerCase().split(/\s+/).filter(Boolean);
const holds = (words: readonly string[], asked: readonly string[]): boolean =>
  asked.every((a) => words.some((w) => w.startsWith(a)));
/** Settings of materials, each with the words that speak of it: of its label and of what it measures ("bed temperature"). */
const ofMaterials = catalogue
  .filter((s) => s.owners.includes('material'))
  .map(({ key, label, ...s }) => ({ key, label, words: wordsOf(`${label} ${'quantity' in s ? s.quantity : ''}`) }));

/** What is asked for as "petg nozzle tissi": words of a setting, of a machine, and what is left of a material. A word that several could
 *  mean is a machine's before a setting's. */
export function combinationOf(
  text: string,
  machines: readonly { readonly id: string; readonly name: string }[],
): Asked {
  const isOfMachine = (word: string): boolean =>
    word.length > 2 && machines.some((m) => wordsOf(m.name).some((w) => w.startsWith(word)));
  const isOfSetting = (word: string): boolean => word.length > 2 && ofMaterials.some((s) => holds(s.words, [word]));
  const words = wordsOf(text);
  const ofMachine = words.filter(isOfMachine);
  const ofSetting = words.filter((w) => !isOfMachine(w) && isOfSetting(w));
  return {
    settings:
      ofSetting.length === 0
        ? []
        : ofMaterials
            .filter((s) => holds(s.words, ofSetting))
            .toSorted((a, b) => a.label.length - b.label.length)
            .slice(0, MOST_SETTINGS)
            .map(({ key, label }) => ({ key, label })),
    machineIds:
      ofMachine.length === 0 ? [] : machines.filter((m) => holds(wordsOf(m.name), ofMachine)).map((m) => m.id),
    rest: words.filter((w) => !ofMachine.includes(w) && !ofSetting.includes(w)).join(' '),
  };
}
