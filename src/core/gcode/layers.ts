import type { MotionPlanner, SegmentSink } from '../motion/planner.ts';
import { FLOW_WINDOW_MM, FlowWindow } from './flowWindow.ts';

const COLUMNS = ['zMm', 'timeS', 'filamentMm', 'peakFlow', 'peakFlowLine', 'minX', 'maxX', 'minY', 'maxY', 'firstLine'] as const;
type Column = (typeof COLUMNS)[number];

/** Figures per height of extruding moves, gathered while segments come out of the planner. */
export class LayerFigures implements SegmentSink {
  readonly columns = Object.fromEntries(COLUMNS.map((c) => [c, new Float64Array(256)])) as Record<Column, Float64Array>;
  count = 0;
  timeS = 0;
  peakFlow = 0;
  peakFlowLine = 0;
  peakFlowCommanded = 0;
  peakFlowCommandedLine = 0;
  private readonly planned = new FlowWindow();
  private readonly commanded = new FlowWindow();
  private readonly indexOfHeight = new Map<number, number>();

  /** Index of the layer at a height given as a key (heights that share a key are one layer). */
  layerAt(key: number, zMm: number, line: number): number {
    const known = this.indexOfHeight.get(key);
    if (known !== undefined) return known;
    if (this.count === this.columns.zMm.length) this.grow();
    const i = this.count++;
    const c = this.columns;
    c.zMm[i] = zMm; c.firstLine[i] = line;
    c.minX[i] = c.minY[i] = Infinity; c.maxX[i] = c.maxY[i] = -Infinity;
    this.indexOfHeight.set(key, i);
    return i;
  }

  widen(layer: number, x: number, y: number): void {
    const c = this.columns;
    if (x < c.minX[layer]!) c.minX[layer] = x;
    if (x > c.maxX[layer]!) c.maxX[layer] = x;
    if (y < c.minY[layer]!) c.minY[layer] = y;
    if (y > c.maxY[layer]!) c.maxY[layer] = y;
  }

  takeSegments(p: MotionPlanner, count: number): void {
    const layerTime = this.columns.timeS;
    for (let i = 0; i < count; i++) {
      const time = p.timeS[i]!, layer = p.layer[i]!;
      this.timeS += time;
      if (layer >= 0) layerTime[layer] = layerTime[layer]! + time;
      if (p.hasPath[i] === 0) continue;
      const length = p.lengthMm[i]!, q = p.volumePerMm[i]!;
      if (length >= FLOW_WINDOW_MM) this.judgeLong(p, i, q);
      else this.judgeShort(p, i, q, length);
    }
  }

  private judgeLong(p: MotionPlanner, i: number, q: number): void {
    const peak = p.peakMmPerS[i]!;
    if (q > 0) {
      this.noteFlow(q * peak, p.layer[i]!, p.line[i]!);
      this.noteCommanded(q * p.commandedMmPerS[i]!, p.line[i]!);
      const exit = p.exitMmPerS[i]!, a = p.accelerationMmPerS2[i]!;
      const before = Math.min(exit * exit + 2 * a * FLOW_WINDOW_MM, peak * peak); // speed² one mm before the end
      const braking = (before - exit * exit) / (2 * a);
      const v = Math.sqrt(before);
      this.planned.addLong(q * ((before * v - exit * exit * exit) / (3 * a) + (FLOW_WINDOW_MM - braking) * v));
      this.commanded.addLong(q * p.commandedMmPerS[i]!);
    } else {
      this.planned.addLong(0);
      this.commanded.addLong(0);
    }
  }

  private judgeShort(p: MotionPlanner, i: number, q: number, length: number): void {
    let integral = 0;
    if (q > 0) {
      const entry = p.entryMmPerS[i]!, peak = p.peakMmPerS[i]!, exit = p.exitMmPerS[i]!, a = p.accelerationMmPerS2[i]!;
      const cubes = 2 * peak * peak * peak - entry * entry * entry - exit * exit * exit;
      const cruise = length - (2 * peak * peak - entry * entry - exit * exit) / (2 * a);
      integral = q * (cubes / (3 * a) + (cruise > 0 ? cruise * peak : 0)); // ∫ v ds of a trapezoid, exact
    }
    const flow = this.planned.addShort(length, integral);
    const commanded = this.commanded.addShort(length, q * p.commandedMmPerS[i]! * length);
    if (q > 0) {
      this.noteFlow(flow, p.layer[i]!, p.line[i]!);
      this.noteCommanded(commanded, p.line[i]!);
    }
  }

  private noteFlow(flow: number, layer: number, line: number): void {
    if (layer >= 0 && flow > this.columns.peakFlow[layer]!) { this.columns.peakFlow[layer] = flow; this.columns.peakFlowLine[layer] = line; }
    if (flow > this.peakFlow) { this.peakFlow = flow; this.peakFlowLine = line; }
  }

  private noteCommanded(flow: number, line: number): void {
    if (flow > this.peakFlowCommanded) { this.peakFlowCommanded = flow; this.peakFlowCommandedLine = line; }
  }

  private grow(): void {
    for (const name of COLUMNS) { const wider = new Float64Array(this.count * 2); wider.set(this.columns[name]); this.columns[name] = wider; }
  }
}
