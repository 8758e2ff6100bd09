import { FARTHEST_MM, BEYOND_ONE_KILOMETRE } from './interpreter.ts';
import { AXIS } from './modalState.ts';
import { COLUMNS_PER_MOVE, E_AT, F_AT, X_AT, Y_AT, type LevelMoves } from './levelMoves.ts';
import type { ProgramTally } from './tally.ts';

/** X, Y and cross-section of a line that reaches further than those before. */
const widest = new Float64Array(3);

/** Does to level moves from index `k` on what the interpreter and the run do to one line, in one loop with the state in locals: half the
 *  time of a program goes by here, and fields and calls cost more than the figures. Stops after the first that only moves filament;
 *  returns the index after the last taken. */
export function levelRun(run: ProgramTally, moves: LevelMoves, k: number, firstLine: number): number {
  const { state } = run;
  const { values, masks, count } = moves;
  const { facts, planner: p, layers, filamentArea, maxFeed } = run;
  const { scale, feedScale, filamentScale, flowFactor, z, offsetX, offsetY, offsetE, isRelative, isFilamentRelative } =
    state;
  const { mindsPlace } = run;
  const isHomed = (state.homed & (AXIS.x | AXIS.y)) === (AXIS.x | AXIS.y);
  const { travelled, laidHeights } = run;
  const isLow = run.isBelowLaid(z);
  const { columns, islands } = layers;
  const point = widest;
  const feedX = maxFeed[0]!;
  const feedY = maxFeed[1]!;
  const feedE = maxFeed[3]!;
  const mostX = run.maxAcceleration[0]!;
  const mostY = run.maxAcceleration[1]!;
  const mostE = run.maxAcceleration[3]!;
  const printA = run.printAcceleration;
  const travelA = run.travelAcceleration;
  let x = state.x;
  let y = state.y;
  let e = state.e;
  let feed = state.feedMmPerS;
  const { head } = run;
  let advance = head.advance;
  let highest = head.highestAdvance;
  let chained = run.chained;
  let inLayer = false;
  let isBoxed = false;
  let minX = 0;
  let maxX = 0;
  let minY = 0;
  let maxY = 0;
  let layerFilament = 0;
  let extrudingMoves = 0;
  let travelMoves = 0;
  const start = p.reserve(count);
  const {
    lengthMm,
    nominalMmPerS,
    accelerationMmPerS2,
    volumePerMm,
    commandedMmPerS,
    line: lineOf,
    layer: layerOf,
    directionX,
    directionY,
  } = p;
  let s = start;
  let layer = run.layer;
  let filamentOnly = 0;
  for (; k < count; k++) {
    const line = firstLine + k;
    const mask = masks[k]!;
    const at = k * COLUMNS_PER_MOVE;
    if ((mask & (1 << F_AT)) !== 0) {
      feed = values[at + F_AT]! * feedScale;
      state.feedMmPerS = feed;
    }
    const x0 = x;
    const y0 = y;
    const e0 = e;
    let x1 = x0;
    let y1 = y0;
    let e1 = e0;
    if ((mask & (1 << X_AT)) !== 0) x1 = values[at + X_AT]! * scale + (isRelative ? x0 : offsetX);
    if ((mask & (1 << Y_AT)) !== 0) y1 = values[at + Y_AT]! * scale + (isRelative ? y0 : offsetY);
    if ((mask & (1 << E_AT)) !== 0) e1 = values[at + E_AT]! * filamentScale + (isFilamentRelative ? e0 : offsetE);
    const dx = x1 - x0;
    const dy = y1 - y0;
    const de = (e1 - e0) * flowFactor;
    if (!(Math.abs(dx) + Math.abs(dy) + Math.abs(de) < FARTHEST_MM)) {
      run.problem(line, 'tooFar', BEYOND_ONE_KILOMETRE);
      continue;
    }
    x = x1;
    y = y1;
    e = e1;
    if (de !== 0) {
      advance += de;
      if (advance > highest) highest = advance;
    }
    const squared = dx * dx + dy * dy;
    if (squared === 0) {
      if (de === 0) continue;
      filamentOnly = de;
      break;
    }
    if (!isHomed && facts.movedBeforeHomingLine === 0) facts.movedBeforeHomingLine = line;
    const length = Math.sqrt(squared);
    const inverse = 1 / length;
    const extruding = de > 0;
    if (extruding) {
      extrudingMoves++;
      if (run.isUnsettled) run.settle(line);
      if (head.drawnMm !== 0) run.refill();
      if (mindsPlace) run.notePlace(x0, y0, x1, y1, line);
      if (!inLayer) {
        if (z !== run.layerZ) run.enterLayer(line);
        layer = run.layer;
        if (layer !== run.chainedLayer) chained = false;
        inLayer = true;
        layerFilament = columns.filamentMm[layer]!;
      }
      if (!chained) {
        // else the start is the end already counted
        chained = true;
        point[0] = x0;
        point[1] = y0;
        point[2] = de * filamentArea * inverse;
        layers.widen(layer, point);
        islands.enter(layer, x0, y0, line);
        islands.widen(x0, y0);
        isBoxed = false;
        run.extruded.add(x0, y0, z, line);
        run.extruded.add(x1, y1, z, line);
      }
      if (!isBoxed) {
        const box = 4 * islands.current;
        minX = islands.boxes[box]!;
        minY = islands.boxes[box + 1]!;
        maxX = islands.boxes[box + 2]!;
        maxY = islands.boxes[box + 3]!;
        isBoxed = true;
      }
      // what lies within its island lies within its layer and the whole
      if (x1 < minX || x1 > maxX || y1 < minY || y1 > maxY) {
        point[0] = x1;
        point[1] = y1;
        point[2] = de * filamentArea * inverse;
        islands.widen(x1, y1);
        isBoxed = false;
        if (layers.widen(layer, point)) run.extruded.add(x1, y1, z, line);
      }
      layerFilament += de;
    } else {
      travelMoves++;
      if (de < 0) run.draw(de, line, advance - de);
      chained = false;
      travelled.add(x1, y1, z, line);
    }
    if (isLow) run.noteLow(x0, y0, x1, y1, z, line);
    if (extruding) laidHeights.lay(x0, y0, x1, y1, z);
    const ux = dx * inverse;
    const uy = dy * inverse;
    const ax = Math.abs(ux);
    const ay = Math.abs(uy);
    const ue = Math.abs(de) * inverse;
    const commanded = feed > 0 ? feed : run.commandedMmPerS(line);
    let nominal = commanded;
    let a = extruding ? printA : travelA;
    if (ax * nominal > feedX) {
      run.beyond(0, ax * commanded, line);
      nominal = feedX / ax;
    }
    if (ay * nominal > feedY) {
      run.beyond(1, ay * commanded, line);
      nominal = feedY / ay;
    }
    if (ue * nominal > feedE) {
      run.beyond(3, ue * commanded, line);
      nominal = feedE / ue;
    }
    if (ax * a > mostX) a = mostX / ax;
    if (ay * a > mostY) a = mostY / ay;
    if (ue * a > mostE) a = mostE / ue;
    lengthMm[s] = length;
    nominalMmPerS[s] = nominal;
    accelerationMmPerS2[s] = a;
    commandedMmPerS[s] = commanded;
    volumePerMm[s] = extruding ? de * filamentArea * inverse : 0;
    directionX[s] = ux;
    directionY[s] = uy;
    lineOf[s] = line;
    layerOf[s] = layer;
    s++;
  }
  p.commitLevel(s - start);
  state.x = x;
  state.y = y;
  state.e = e;
  head.advance = advance;
  head.highestAdvance = highest;
  facts.extrudingMoves += extrudingMoves;
  facts.travelMoves += travelMoves;
  run.chained = chained;
  if (extrudingMoves + travelMoves > 0) run.rising = false;
  if (inLayer) {
    run.chainedLayer = layer;
    columns.filamentMm[layer] = layerFilament;
  }
  if (filamentOnly !== 0) run.filamentAlone(filamentOnly, firstLine + k++);
  return k;
}
