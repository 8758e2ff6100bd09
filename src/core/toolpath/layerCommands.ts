import type { HeightChange } from './heightChanges.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** Second layer: from here on the fan runs and the first layer's temperature is over. */
const SECOND_LAYER = 2;

/** What is in force at a height: what the recipe says of first and other layers, and its changes at heights, which win. Nozzle and fan
 *  are those of the part body. */
export class LayerCommands {
  /** Factors on flow and on the speed of lines. */
  flow = 1;
  speed = 1;
  nozzleC: number;
  fanPercent = 0;
  /** Whether the bed was told another temperature than it began with. */
  hasSetBed = false;
  private done = new Set<HeightChange>();
  private hasSet = { fan: false, nozzle: false };

  constructor(private readonly s: MeshToolpathSettings) {
    this.nozzleC = s.nozzleFirstC;
  }

  /** Takes what is in force from a layer (from 1) on that begins at a height; returns the lines for all heads alike, and whether a
   *  person is waited for. */
  begin(layer: number, bottomMm: number): { readonly lines: readonly string[]; readonly isPause: boolean } {
    const { s } = this;
    const lines: string[] = [];
    let isPause = false;
    if (layer === SECOND_LAYER) {
      if (!this.hasSet.fan) this.fanPercent = s.fanPercent;
      if (!this.hasSet.nozzle) this.nozzleC = s.nozzleC;
    }
    for (const change of s.heightChanges) {
      const isReached = 'layer' in change.at ? layer >= change.at.layer : bottomMm >= change.at.zMm - 1e-6;
      if (!isReached || this.done.has(change)) continue;
      this.done.add(change);
      this.take(change);
      if (change.set.bed !== undefined) {
        this.hasSetBed = true;
        lines.push(`M140 S${change.set.bed}`);
      }
      if (change.isPause) isPause = true;
    }
    return { lines, isPause };
  }

  /** Changes whose height was never reached. */
  get left(): readonly HeightChange[] {
    return this.s.heightChanges.filter((c) => !this.done.has(c));
  }

  private take({ set }: HeightChange): void {
    if (set.nozzle !== undefined) {
      this.hasSet.nozzle = true;
      this.nozzleC = set.nozzle;
    }
    if (set.fan !== undefined) {
      this.hasSet.fan = true;
      this.fanPercent = set.fan;
    }
    if (set.flow !== undefined) this.flow = set.flow / 100;
    if (set.speed !== undefined) this.speed = set.speed / 100;
  }
}
