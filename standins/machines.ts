/** Keys of the simulated machines in the order of their ports, with the seed of each one's hidden truth. */
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
