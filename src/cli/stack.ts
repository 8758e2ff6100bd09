import { readFileSync } from 'node:fs';
import { measuringStack } from '../core/resin/measureStack.ts';
import { readStack } from '../core/resin/readStack.ts';
import type { StackReport } from '../core/resin/stackReport.ts';
import { runAll } from '../core/result/stepwise.ts';
import { readHead } from './mesh.ts';
import { inflate, sha256 } from '../platform/files/stackTools.ts';
import { refuse } from './options.ts';

/** A zip, by its first bytes; of what is no mesh it is taken for a layer stack. */
export const isZip = (file: string): boolean => {
  const { head } = readHead(file);
  return head[0] === 0x50 && head[1] === 0x4b;
};

/** Every layer of a stack, looked at. */
export function measureStackFile(file: string): StackReport {
  const stack = readStack(readFileSync(file), sha256);
  if (!stack.ok) return refuse(stack.failure, file);
  const report = runAll(measuringStack(stack.value, inflate));
  return report.ok ? report.value : refuse(report.failure, file);
}

/** What a layer stack comes to: layers, area and volume of what is lit, islands, cups and closed rooms with their place, exposures, time. */
export function stackSummary({
  rows,
  islands,
  islandCount,
  rooms,
  mostExposuresInLayer,
  ...report
}: StackReport): object {
  return {
    kind: 'stack',
    ...report,
    layers: rows.length,
    exposures: rows.reduce((sum, r) => sum + r.exposures, 0),
    subExposuresMost: mostExposuresInLayer,
    largestAreaMm2: Math.max(...rows.map((r) => r.areaMm2)),
    islands: islandCount,
    islandsAt: islands,
    cups: rooms.filter((r) => !r.isSealed),
    closedRooms: rooms.filter((r) => r.isSealed),
  };
}
