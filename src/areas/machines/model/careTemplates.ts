import type { CareDrawing, CareStep, CareTask } from './care.ts';

const step = (text: string, drawing: CareDrawing | null = null, reading: CareStep['reading'] = null): CareStep => ({
  text,
  drawing,
  reading,
});
const never = { hours: null, prints: null, days: null, afterFailure: false, afterChange: [] } as const;

/** What machines of a technology are given until somebody writes it otherwise for a printer profile. How often is common practice, no
 *  source; the figures are ours. */
export const careTemplates: Readonly<Record<'filament' | 'resin', Readonly<Record<string, CareTask>>>> = {
  filament: {
    level: {
      name: 'Level the bed',
      kind: 'bed',
      isBlocking: false,
      triggers: { ...never, hours: 400, afterChange: ['nozzle', 'hot end'] },
      steps: [
        step('Clean the bed and the tip of the nozzle; nothing hard may stand between them.', 'wipe'),
        step('Heat the bed to what is printed most here, and wait five minutes: a cold bed stands otherwise.'),
        step('Go to each of the four corners and bring the gap to one sheet of paper.', 'corners'),
        step('Go round once more and measure: how far is the worst corner from the best?', 'corners', {
          ...{ label: 'Worst to best corner', unit: 'mm', min: 0, max: 0.1 },
        }),
      ],
    },
    nozzle: {
      name: 'Change the nozzle',
      kind: 'nozzle',
      isBlocking: false,
      triggers: { ...never, hours: 900 },
      steps: [
        step('Unload the filament, and heat the hot end to what was printed last.'),
        step('Hold the block with one spanner and loosen the nozzle with the other.', 'nozzle'),
        step(
          'Screw the new one in while it is hot, holding the block again. The old one goes into the bin for brass or steel.',
          'nozzle',
        ),
        step('Let it cool, heat it again and tighten it once more: what sits tight hot stays tight.'),
        step('Mount the tool on the machine’s page if the nozzle is another one than before.'),
      ],
    },
    surface: {
      name: 'Clean the bed surface',
      kind: 'cleaning',
      isBlocking: false,
      triggers: { ...never, prints: 30 },
      steps: [
        step('Take the surface off and wash it with warm water and dish soap; fingers leave grease.', 'wipe'),
        step('Dry it with a lint-free cloth, and look for dents and bubbles: a part lifts from there first.'),
      ],
    },
    'new surface': {
      name: 'Change the bed surface',
      kind: 'surface',
      isBlocking: false,
      triggers: { ...never, prints: 800 },
      steps: [
        step('Let the bed cool, and take the old surface off with whatever held it.', 'wipe'),
        step('Clean what lies under it; a crumb there is a hump in every first layer.', 'wipe'),
        step('Lay the new one on flat, and press it from the middle outwards: no bubble, no corner up.'),
        step(
          'Its first layer stands higher or lower than that of the old one: the trials that are due now say by how much.',
        ),
      ],
    },
    axes: {
      name: 'Clean and oil the axes',
      kind: 'axis',
      isBlocking: false,
      triggers: { ...never, hours: 600, days: 365 },
      steps: [
        step('Switch it off. Wipe rods and rails from end to end until the cloth stays clean.', 'wipe'),
        step('Put a thin film of oil on, and move every axis by hand along its whole way.', 'axis'),
        step('Press each belt in its middle: both of a pair must give alike.'),
      ],
    },
    drive: {
      name: 'Clean the filament drive',
      kind: 'drive',
      isBlocking: false,
      triggers: { ...never, hours: 300 },
      steps: [
        step('Unload the filament and open the drive.'),
        step('Brush the dust out of the teeth; a tooth that is full does not grip.', 'gears'),
        step('Close it, load, and feed 100 mm by hand: it must come without a click.'),
      ],
    },
  },
  resin: {
    vat: {
      name: 'Search the vat',
      kind: 'cleaning',
      isBlocking: true,
      triggers: { ...never, afterFailure: true },
      steps: [
        step('Put gloves on. Lift the plate out over a tray and set it aside.', 'lift'),
        step('Pour the resin through a sieve, all of it; what hardened stays behind.', 'sieve'),
        step(
          'Look through the empty vat against a light, and feel the film from inside: a crumb goes through it, or through the screen, at the next move down.',
          'light',
        ),
        step('Wipe the vat, look for a dent or a cloud in the film, and pour the resin back.', 'wipe'),
      ],
    },
    film: {
      name: 'Change the release film',
      kind: 'film',
      isBlocking: false,
      triggers: { ...never, hours: 300 },
      steps: [
        step('Empty and wipe the vat; loosen the frame crosswise, a turn at a time.', 'film'),
        step('Lay the new film in without touching its middle, and tighten crosswise.', 'film'),
        step('Tap it: it must sound alike in all corners. Cut what stands out.'),
        step('Mount it on the machine’s page if it is another film than before.'),
      ],
    },
    screen: {
      name: 'Change the screen',
      kind: 'screen',
      isBlocking: false,
      triggers: { ...never, hours: 1500 },
      steps: [
        step('Switch it off, take the vat out, and lift the old screen with its tape.', 'screen'),
        step('Lay the new one in, press its cable home, and tape its edge against resin.', 'screen'),
        step('Light it without a vat: no pixel dark, none that stays lit.'),
      ],
    },
    plate: {
      name: 'Level the plate',
      kind: 'plate',
      isBlocking: false,
      triggers: { ...never, days: 365, afterChange: ['film', 'screen'] },
      steps: [
        step('Clean the plate and the screen; loosen the screws of the plate.', 'wipe'),
        step('Let the plate down on a sheet of paper, press it flat, and tighten the screws crosswise.', 'plate'),
        step('Pull the paper at the four corners: it must hold alike.', 'plate'),
      ],
    },
    wash: {
      name: 'Clean the screen and the light’s way',
      kind: 'cleaning',
      isBlocking: false,
      triggers: { ...never, days: 30 },
      steps: [
        step('Take the vat out and wipe the screen with a dry lint-free cloth.', 'screen'),
        step('Look at it from the side, lit: every streak dims what stands over it.', 'light'),
      ],
    },
  },
};
