import { normalFrom } from '../../src/core/formats/random.ts';
import { wavesAt } from '../instruments/figures.ts';
import { fittingOf, mapped, noted, type Disobedience } from './disobedience.ts';

const CALLIPER_MM = 0.01;

/** Holes come out narrower than the mirror of the outsides: a nozzle pulls the line inward on a tight curve. */
const holes: Disobedience = {
  name: 'holes of their own',
  kinds: ['dimensions'],
  strengths: [0.03, 0.05, 0.12],
  means: 'mm narrower than the outsides explain',
  read: ({ readings, strength }) => ({
    readings: readings.map((r) =>
      r.feature.includes(' hole ') ? { ...r, value: noted(r.value - strength, CALLIPER_MM) } : r,
    ),
  }),
};

/** A frame that rings at one place: waves stand up there and fall again before they rise for good. */
const resonance: Disobedience = {
  name: 'a resonance',
  kinds: ['acceleration', 'wall-speed'],
  strengths: [0.03, 0.08, 0.16],
  means: 'mm of waves more at it',
  read: ({ readings, bands, plain, strength, random }) => {
    const at = plain * (0.5 + 0.3 * random());
    const wide = 0.2 * plain; // a narrower one would stand between two bands, where nobody looks
    const more = (x: number): number => strength / (1 + ((x - at) / wide) ** 2);
    return {
      readings: mapped(readings, 'wavesMm', (r) => noted(r.value + more(bands[r.band - 1]!), CALLIPER_MM)),
      truth: fittingOf((x) => wavesAt(x / plain) + more(x), 0.05, 0, 2 * plain),
    };
  },
};

/** Too much pressure swells a line far more than too little thins it. */
const arms: Disobedience = {
  name: 'one side steeper',
  kinds: ['pressure'],
  strengths: [1.5, 2, 3],
  means: 'times as steep above the best factor',
  read: ({ readings, bands, plain, strength }) => ({
    readings: mapped(readings, 'changeMm', (r) =>
      noted(r.value + 2.4 * (strength - 1) * Math.max(0, bands[r.band - 1]! - plain), CALLIPER_MM),
    ),
  }),
};

/** Strings end all of a sudden where the melt breaks off, instead of growing fewer and fewer. */
const suddenly: Disobedience = {
  name: 'strings that end suddenly',
  kinds: ['retraction'],
  strengths: [2, 4, 16],
  means: 'power of the distance in the exponent',
  read: ({ readings, bands, strength, random }) => {
    const normal = normalFrom(random);
    const from = 18 + 6 * random();
    const reach = (0.7 + 0.5 * random()) / Math.log(from) ** (1 / strength);
    const strings = (x: number): number => from * Math.exp(-((x / reach) ** strength));
    return {
      readings: mapped(readings, 'strings', (r) => {
        const x = strings(bands[r.band - 1]!);
        return noted(x + (0.3 + 0.2 * Math.sqrt(x)) * normal() * (x < 0.01 ? 0 : 1), 1);
      }),
      truth: reach * Math.log(from) ** (1 / strength),
    };
  },
};

/** Strings hang together and come in tufts: counts of one retraction scatter far more than counts do. */
const tufts: Disobedience = {
  name: 'counts in tufts',
  kinds: ['retraction'],
  strengths: [0.3, 0.5, 0.8],
  means: 'spread of a count over its mean',
  read: ({ readings, strength, random }) => {
    const normal = normalFrom(random);
    return {
      readings: mapped(readings, 'strings', (r) =>
        noted(r.value * Math.exp(strength * normal() - strength ** 2 / 2), 1),
      ),
    };
  },
};

/** The drive slips while it is slow and bites when it is pushed. */
const rising: Disobedience = {
  name: 'masses that rise with flow',
  kinds: ['highest-flow'],
  strengths: [0.03, 0.08, 0.2],
  means: 'share more at the fastest strand',
  read: ({ readings, bands, strength }) => {
    const [slow, fast] = [Math.min(...bands), Math.max(...bands)];
    return {
      readings: mapped(readings, 'massG', (r) =>
        noted(r.value * (1 + (strength * (bands[r.band - 1]! - slow)) / (fast - slow)), 0.01),
      ),
    };
  },
};

/** Each film sticks, swells and is wiped in its own way; every look at it says the same. */
const films: Disobedience = {
  name: 'films of their own',
  kinds: ['working-curve'],
  strengths: [0.02, 0.05, 0.1],
  means: 'spread of a film over its thickness',
  read: ({ readings, bands, strength, random }) => {
    const normal = normalFrom(random);
    const share = bands.map(() => 1 + strength * normal());
    return {
      readings: mapped(readings, 'filmMm', (r) => Math.max(0.01, noted(r.value * share[r.band - 1]!, 0.001))),
    };
  },
};

/** Thick films shade themselves: the curve bends over. */
const saturating: Disobedience = {
  name: 'a curve that saturates',
  kinds: ['working-curve'],
  strengths: [0.05, 0.15, 0.35],
  means: 'share thinner at the thickest film',
  read: ({ readings, strength }) => {
    const thickest = Math.max(...readings.filter((r) => r.feature === 'filmMm').map((r) => r.value));
    return {
      readings: mapped(readings, 'filmMm', (r) =>
        Math.max(0.01, noted(r.value * (1 - strength * (r.value / thickest) ** 2), 0.001)),
      ),
    };
  },
};

/** One of the columns stands where the film is slack, and tears off long before the others. */
const column: Disobedience = {
  name: 'one column torn early',
  kinds: ['lift', 'settling'],
  strengths: [2, 3, 4],
  means: 'bands before the others',
  read: ({ readings, bands, strength, random }) => {
    const weak = 1 + Math.floor(3 * random());
    const bad = readings.filter((r) => r.feature === 'flank' && r.value > 0).map((r) => r.band);
    const first = Math.max(1, (bad.length > 0 ? Math.min(...bad) : bands.length + 1) - strength);
    return {
      readings: mapped(readings, 'flank', (r) => (r.repeat === weak && r.band >= first ? 2 : r.value)),
    };
  },
};

const LADDERS = ['acceleration', 'wall-speed', 'overhang', 'bridge'];
/** A jaw set on a seam, a slip of the pen, a string that was none. */
const badReading: Disobedience = {
  name: 'one bad reading',
  kinds: [...LADDERS, 'pressure', 'retraction', 'highest-flow', 'dimensions', 'working-curve', 'refill'],
  strengths: [1.15, 1.5, 3],
  means: 'times what was there',
  read: ({ kind, readings, strength, random }) => {
    const at = Math.floor(readings.length * random());
    const step = kind === 'working-curve' ? 0.001 : kind === 'retraction' ? 1 : CALLIPER_MM;
    // a slip of a calliper is so much of a millimetre, not of what is measured
    const to = (v: number): number => (kind === 'dimensions' ? v + 0.4 * (strength - 1) : v * strength);
    return {
      readings: readings.map((r, i) => (i === at ? { ...r, value: noted(to(r.value), step) } : r)),
    };
  },
};

/** Two bands read for each other. */
const swapped: Disobedience = {
  name: 'bands read for each other',
  kinds: [...LADDERS, 'pressure', 'retraction', 'highest-flow', 'working-curve', 'refill'],
  strengths: [1, 2, 4],
  means: 'bands apart',
  read: ({ readings, bands, strength, random }) => {
    const apart = Math.min(strength, bands.length - 1);
    const a = 1 + Math.floor((bands.length - apart) * random());
    const other = (b: number): number => (b === a ? a + apart : b === a + apart ? a : b);
    return { readings: readings.map((r) => ({ ...r, band: other(r.band) })) };
  },
};

export const disobediences: readonly Disobedience[] = [
  ...[holes, resonance, arms, suddenly, tufts, rising, films, saturating, column, badReading, swapped],
];
