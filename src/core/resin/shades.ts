import type { GreyRuns } from './raster.ts';

/** Which greys the pictures of a stack have. */
export interface ShadeCounts {
  /** Greys between dark and full light. */
  readonly between: number;
  /** The layer with the most of what is lit too faintly to count as solid, from 1, and the share of its lit pixels that is. */
  readonly faintestLayer: number;
  readonly faintShare: number;
}

const FULL = 255;
const GREYS = FULL + 1;
/** Pixels that are lit at least by half count as solid. */
export const SOLID_GREY = 128;

/** How many lit pixels have each grey. */
export function greysOfRuns(runs: GreyRuns): Uint32Array {
  const out = new Uint32Array(GREYS);
  for (let i = 0; i < runs.length; i += 4) out[runs[i + 3]!]! += runs[i + 2]! - runs[i + 1]!;
  return out;
}

/** Takes the greys of one layer after another. */
export class Shades {
  private readonly seen = new Uint8Array(GREYS);
  private faintest = { layer: 0, share: 0 };

  add(layer: number, greys: Uint32Array): void {
    let [lit, faint] = [0, 0];
    for (let g = 1; g < GREYS; g++) {
      if (greys[g] === 0) continue;
      this.seen[g] = 1;
      lit += greys[g]!;
      if (g < SOLID_GREY) faint += greys[g]!;
    }
    if (lit > 0 && faint / lit > this.faintest.share) this.faintest = { layer, share: faint / lit };
  }
  end(): ShadeCounts {
    const between = this.seen.subarray(1, FULL).reduce((n, is) => n + is, 0);
    return { between, faintestLayer: this.faintest.layer, faintShare: this.faintest.share };
  }
}
