/** How a plastic really behaves, whatever its profile says. Figures typical of each family, from memory. */
export interface Behaviour {
  readonly family: string;
  readonly densityGPerCm3: number;
  /** Where its melt rate is as the machine's truth has it. */
  readonly idealC: number;
  /** Below, the drive grinds it instead of pushing it; above, it chars in the nozzle. */
  readonly pushesFromC: number;
  readonly charsAtC: number;
  /** Bed that its first layer bonds to, and the one on which its foot spreads. */
  readonly bondsFromC: number;
  readonly spreadsAtC: number;
  /** Length at which the ends of a slender part lift, in still air round it; null where they do not. */
  readonly warpsFromMm: number | null;
}

export const behaviours: readonly Behaviour[] = [
  {
    family: 'PLA',
    densityGPerCm3: 1.24,
    idealC: 205,
    pushesFromC: 172,
    charsAtC: 248,
    bondsFromC: 42,
    spreadsAtC: 75,
    warpsFromMm: null,
  },
  {
    family: 'PETG',
    densityGPerCm3: 1.27,
    idealC: 238,
    pushesFromC: 202,
    charsAtC: 278,
    bondsFromC: 58,
    spreadsAtC: 96,
    warpsFromMm: null,
  },
  {
    family: 'ASA',
    densityGPerCm3: 1.07,
    idealC: 246,
    pushesFromC: 214,
    charsAtC: 288,
    bondsFromC: 76,
    spreadsAtC: 122,
    warpsFromMm: 108,
  },
];
