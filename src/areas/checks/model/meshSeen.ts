import { planHull } from '../../../core/geometry/hull.ts';
import { boundsOf, joined, type Mesh } from '../../../core/mesh/mesh.ts';
import { unitReadings } from '../../../core/mesh/units.ts';
import type { MeshSeen } from '../../rules/meshReport.ts';
import { boundsAsDrawn, repairsOf, sumOfFacts, type PlatePart } from './plate.ts';

/** What is seen of parts as they stand on a plate, before anything is made of them. */
export function meshSeenOf(parts: readonly PlatePart[], stands: readonly Mesh[]): MeshSeen {
  const [first] = parts as [PlatePart, ...PlatePart[]];
  const { file, unit } = first.opened;
  const [hull, ...others] = stands.map((m) => planHull(m.xyz));
  const { min, max } = boundsOf(joined(stands));
  const repair = repairsOf(parts);
  return {
    format: file.format,
    unit,
    unitIsStated: file.unit !== null,
    unitIsTold: first.isUnitTold,
    remarks: [...new Set(parts.flatMap((p) => p.opened.file.remarks))],
    readings: file.unit === null ? unitReadings(boundsAsDrawn(parts), unit) : [],
    parts: parts.reduce((n, p) => n + p.opened.file.parts.length, 0),
    objects: first.objects,
    facts: sumOfFacts(parts.map((p) => p.survey.facts)),
    minMm: min,
    maxMm: max,
    hull: hull!,
    others,
    ...(repair && { repair }),
  };
}
