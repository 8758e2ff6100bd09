import type { HeightChange } from './heightChanges.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** Second layer: from here on the fan runs and the first layer's temperature is over. */
const SECOND_LAYER = 2;

/** What is in force at a height: what the recipe says of first and other layers, and its changes at heights, which win. */
export class LayerCommands {
  /** Factors on flow and on the speed of lines. */
  flow = 1;
  speed = 1;
  private done = new Set<HeightChange>();
  private hasSet = { fan: false, nozzle: false };

  constructor(private readonly s: MeshToolpathSettings) {}

  /** Lines to write before a layer (from 1) that begins at a height. */
  begin(layer: number, bottomMm: number): string[] {
    const { s } = this;
    const lines: string[] = [];
    if (layer === SECOND_LAYER) {
      if (!this.hasSet.fan) lines.push(fanLine(s.fanPercent));
      if (!this.hasSet.nozzle && s.nozzleFirstC !== s.nozzleC) lines.push(`M104 S${s.nozzleC}`);
    }
    for (const change of s.heightChanges) {
      const isReached = 'layer' in change.at ? layer >= change.at.layer : bottomMm >= change.at.zMm - 1e-6;
      if (!isReached || this.done.has(change)) continue;
      this.done.add(change);
      lines.push(...this.take(change));
    }
    return lines;
  }

  /** Changes whose height was never reached. */
  get left(): readonly HeightChange[] {
    return this.s.heightChanges.filter((c) => !this.done.has(c));
  }

  private take({ set, isPause }: HeightChange): string[] {
    const lines: string[] = [];
    if (set.nozzle !== undefined) {
      this.hasSet.nozzle = true;
      lines.push(`M104 S${set.nozzle}`);
    }
    if (set.bed !== undefined) lines.push(`M140 S${set.bed}`);
    if (set.fan !== undefined) {
      this.hasSet.fan = true;
      lines.push(fanLine(set.fan));
    }
    if (set.flow !== undefined) this.flow = set.flow / 100;
    if (set.speed !== undefined) this.speed = set.speed / 100;
    if (isPause) lines.push('M0');
    return lines;
  }
}

/** A full fan is 255. */
const fanLine = (percent: number): string => (percent > 0 ? `M106 S${Math.round(percent * 2.55)}` : 'M107');
