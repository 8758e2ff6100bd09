/** Keys of the simulated filament machines in the order of their ports, with the seed of each one's hidden truth. */
export const demoMachines = [
  'rifugio-vodice',
  'rifugio-pelmo',
  'rifugio-sella',
  'rifugio-lagazuoi',
  'rifugio-coldai',
  'rifugio-tissi',
  'rifugio-vazzoler',
  'rifugio-scarpa',
].map((key, i) => ({ key, seed: 4100 + 37 * i }));

/** Simulated resin printers; their ports follow those of the filament machines. */
export const demoResinPrinters = (
  [
    ['malga-ciapela', 4200, 2040],
    ['malga-losch', 4200, 2040],
    ['malga-framont', 4400, 2460],
    ['malga-stia', 4400, 2460],
  ] as const
).map(([key, x, y], i) => ({ key, seed: 6200 + 41 * i, pixels: [x, y] as const }));

/** Which of the ports above the instruments' a machine answers on; 0 where it is none of the simulated ones. */
export const portOffset = (key: string): number =>
  1 + [...demoMachines, ...demoResinPrinters].findIndex((m) => m.key === key);

/** What machines of the demonstration that have readers find on the spool of each head. */
export const demoReaders: Readonly<Record<string, readonly (string | null)[]>> = {
  'rifugio-vazzoler': ['PACF-0413', null],
};
