/** A machine of the demonstration with what is mounted and loaded; everything here is made up. */
interface FloorMachine {
  readonly name: string;
  readonly printer: string;
  readonly place: string;
  readonly tool: string;
  readonly material: string;
  readonly lot: string;
  /** What is left of the spool or bottle. */
  readonly remainingG: number;
  /** The second head, where something is on it. */
  readonly second?: Pick<FloorMachine, 'tool' | 'material' | 'lot' | 'remainingG'>;
}
const resinMachine = (
  name: string,
  printer: string,
  material: string,
  lot: string,
  remainingG: number,
): FloorMachine => ({
  name,
  printer,
  place: 'Resin room',
  tool: 'FEP film 0.15',
  material,
  lot,
  remainingG,
});

export const demoMachinesOnFloor: readonly FloorMachine[] = [
  {
    name: 'Rifugio Vodice',
    printer: 'Ardesia 350 C',
    place: 'North bench',
    tool: '0.4 hardened',
    material: 'Torba ASA natural',
    lot: '2231',
    remainingG: 712,
  },
  {
    name: 'Rifugio Pelmo',
    printer: 'Ardesia 350 C',
    place: 'North bench',
    tool: '0.4 hardened',
    material: 'Torba ASA black',
    lot: '1987',
    remainingG: 455,
  },
  {
    name: 'Rifugio Sella',
    printer: 'Ardesia 220',
    place: 'Window bench',
    tool: '0.4 brass',
    material: 'Fienile PLA white',
    lot: '5510',
    remainingG: 890,
  },
  {
    name: 'Rifugio Lagazuoi',
    printer: 'Ardesia 220',
    place: 'Window bench',
    tool: '0.4 brass',
    material: 'Fienile PLA honey',
    lot: '5204',
    remainingG: 120,
  },
  {
    name: 'Rifugio Coldai',
    printer: 'Ardesia 220',
    place: 'Window bench',
    tool: '0.4 brass',
    material: 'Fienile PETG green',
    lot: '3312',
    remainingG: 640,
  },
  {
    name: 'Rifugio Tissi',
    printer: 'Coppia 300',
    place: 'South wall',
    tool: '0.4 hardened',
    material: 'Fienile PETG clear',
    lot: '3308',
    remainingG: 510,
    second: { tool: '0.4 brass', material: 'Ginestrel PVA', lot: '0907', remainingG: 240 },
  },
  {
    name: 'Rifugio Vazzoler',
    printer: 'Coppia 300',
    place: 'South wall',
    tool: '0.6 hardened',
    material: 'Ginestrel PA-CF',
    lot: '0412',
    remainingG: 380,
  },
  {
    name: 'Rifugio Scarpa',
    printer: 'Ardesia 350 C',
    place: 'South wall',
    tool: '0.6 hardened',
    material: 'Torba ABS grey',
    lot: '1820',
    remainingG: 930,
  },
  resinMachine('Malga Ciapela', 'Lucerna 7', 'Quarzo standard grey', 'Q118', 640),
  resinMachine('Malga Losch', 'Lucerna 7', 'Quarzo tough amber', 'Q204', 310),
  resinMachine('Malga Framont', 'Lucerna 10', 'Quarzo standard grey', 'Q118', 900),
  resinMachine('Malga Stia', 'Lucerna 10', 'Quarzo clear', 'Q077', 450),
];

/** The recipe that prints its support with the second head. */
export const TWO_MATERIALS = 'Clear housings, soluble support';

/** What stands in stock. */
export const demoStock = [
  { material: 'Torba ASA natural', lot: '2231', netG: 1000, tareG: 215, count: 2, place: 'Dry cabinet' },
  { material: 'Fienile PLA white', lot: '5511', netG: 1000, tareG: 230, count: 3, place: 'Shelf by the door' },
  { material: 'Ginestrel PVA', lot: '0912', netG: 500, tareG: 180, count: 1, place: 'Dry cabinet' },
  { material: 'Quarzo standard grey', lot: 'Q121', netG: 1100, tareG: null, count: 2, place: 'Resin room' },
  // somebody has put it on and typed nothing: the machine reads its code
  {
    material: 'Ginestrel PA-CF',
    lot: '0413',
    netG: 1000,
    tareG: 240,
    count: 1,
    place: 'Dry cabinet',
    code: 'PACF-0413',
  },
] as const;

/** Machines that nothing is connected to: one in the middle of its care, one that is no longer in use. */
export const demoByHand = {
  inCare: { name: 'Rifugio Carestiato', printer: 'Ardesia 220', place: 'Attic', task: 'level', steps: 2 },
  retired: {
    name: 'Rifugio Venezia',
    printer: 'Ardesia 220',
    place: 'Attic',
    why: 'frame bent when it fell; parts kept',
  },
} as const;

/** What was put on last, as it stands in the log. */
export const demoFitted = [
  ['Rifugio Vodice', 'surface', 'textured sheet, second side', 61],
  ['Rifugio Pelmo', 'surface', 'smooth sheet, new', 23],
  ['Malga Ciapela', 'screen', 'new', 118],
] as const;
