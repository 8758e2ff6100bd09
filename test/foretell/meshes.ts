import { ShapeUtils, Vector2 } from 'three';
import type { Mesh } from '../../src/core/mesh/mesh.ts';
import { boxMesh, cylinderMesh } from '../../src/core/mesh/solids.ts';
import type { TroubleKind } from '../../standins/controller/fate/troubles.ts';
import { lineKinds, speedKey } from '../../src/areas/library/settings/lineKinds.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import type { Farm } from './farm.ts';

/** Cross-section of a line as it is fed. */
const LINE_MM2 = 0.0762;
type Random = () => number;
type Side = readonly (readonly [x: number, z: number])[];
const within = (random: Random, low: number, high: number): number => low + (high - low) * random();

/** A side view drawn so deep from front to back; the side goes round against the clock, seen from the front. */
function drawn(side: Side, deepMm: number): Mesh {
  const n = side.length;
  const xyz = Float64Array.from([0, deepMm].flatMap((y) => side.flatMap(([x, z]) => [x, y, z])));
  const faces = ShapeUtils.triangulateShape(
    side.map(([x, z]) => new Vector2(x, z)),
    [],
  );
  const corners = Uint32Array.from([
    ...faces.flatMap(([a, b, c]) => [a!, b!, c!]),
    ...faces.flatMap(([a, b, c]) => [n + a!, n + c!, n + b!]),
    ...side.flatMap((_, i) => {
      const next = (i + 1) % n;
      return [i, n + i, n + next, i, n + next, next];
    }),
  ]);
  return { xyz, corners };
}

const block = (w: number, d: number, h: number): Mesh => boxMesh([0, 0, 0], [w, d, h]);
/** A block that leans over to the right from its foot on. */
const leaning = (deg: number, random: Random): Mesh => {
  const [foot, h] = [within(random, 24, 34), within(random, 9, 14)];
  const out = h * Math.tan((deg * Math.PI) / 180);
  return drawn([[0, 0], [foot, 0], [foot + out, h], [0, h]], within(random, 20, 30)); // prettier-ignore
};
/** A table: two legs and what lies across. */
const table = (spanMm: number, random: Random): Mesh => {
  const leg = within(random, 9, 14);
  const [under, top] = [within(random, 5, 8), within(random, 8.6, 11)];
  const to = leg + spanMm;
  return drawn(
    [[0, 0], [leg, 0], [leg, under], [to, under], [to, 0], [to + leg, 0], [to + leg, top], [0, top]],
    within(random, 14, 22),
  ); // prettier-ignore
};

/** Ordinary parts: what a machine with such limits prints well. */
const ordinary: readonly ((farm: Farm, random: Random) => Mesh)[] = [
  (_, random) => block(within(random, 24, 50), within(random, 22, 44), within(random, 5, 12)),
  (_, random) => cylinderMesh(within(random, 13, 22), 0, within(random, 5, 11), 72),
  (farm, random) => leaning(within(random, 10, farm.truth.droopsAtDeg - 8), random),
  (_, random) => table(within(random, 3, 4.5), random),
  (farm, random) => table(farm.truth.sagsAtMm * within(random, 0.3, 0.7), random),
];

/** A mesh to be printed, with what somebody set otherwise. */
export interface MeshJob {
  readonly mesh: Mesh;
  readonly values?: Values;
  /** The spool holds less than it takes. */
  readonly isShort?: boolean;
}
const ordinaryPart = (farm: Farm, random: Random): Mesh =>
  ordinary[Math.floor(random() * ordinary.length)]!(farm, random);
type Planting = (farm: Farm, random: Random) => MeshJob;
const set =
  (values: (farm: Farm, random: Random) => Values): Planting =>
  (farm, random) => ({ mesh: ordinaryPart(farm, random), values: values(farm, random) });

/** What can be done to a job of a mesh so that it comes to grief, by how it then does: to its shape, to its recipe, to what is loaded. */
export const meshPlantings: Readonly<Partial<Record<TroubleKind, readonly Planting[]>>> = {
  drooped: [(farm, random) => ({ mesh: leaning(farm.truth.droopsAtDeg + within(random, 7, 17), random) })],
  sagged: [(farm, random) => ({ mesh: table(farm.truth.sagsAtMm * within(random, 1.1, 1.6), random) })],
  'came loose': [
    (farm, random) => {
      const w = within(random, 5, 7);
      return { mesh: block(w, w, w * farm.truth.leverMost * within(random, 1.1, 1.4)) };
    },
    set((farm, random) => ({ bedC: Math.round(farm.plastic.bondsFromC - within(random, 5, 20)) })),
  ],
  warped: [(_, random) => ({ mesh: block(within(random, 140, 200), within(random, 14, 22), within(random, 4, 8)) })],
  slumped: [
    (_, random) => ({ mesh: cylinderMesh(within(random, 3.5, 4.5), 0, 12, 48), values: { minimumLayerTimeS: 1 } }),
  ],
  gaps: [
    set((farm, random) => {
      const mmPerS = Math.round((farm.proven.flow * within(random, 1.35, 1.8)) / LINE_MM2);
      return Object.fromEntries(lineKinds.filter((k) => k.key !== 'firstLayer').map((k) => [speedKey(k), mmPerS]));
    }),
  ],
  waves: [
    set((farm, random) => ({
      accelerationMmPerS2: Math.round(farm.truth.ringsAtMmPerS2 * within(random, 1.3, 1.5)),
    })),
  ],
  strings: [
    (farm, random) => ({
      mesh: table(farm.truth.sagsAtMm * within(random, 0.4, 0.7), random),
      values: { retractionMm: Number(within(random, 0.1, 0.4).toFixed(2)) },
    }),
  ],
  charred: [set((farm, random) => ({ nozzleC: Math.round(farm.plastic.charsAtC + within(random, 8, 20)) }))],
  'ran out': [(farm, random) => ({ mesh: ordinaryPart(farm, random), isShort: true })],
};

/** A job of a mesh, with a trouble planted or none. */
export function meshJob(farm: Farm, random: Random, trouble: TroubleKind | null): MeshJob {
  if (!trouble) return { mesh: ordinaryPart(farm, random) };
  const all = meshPlantings[trouble]!;
  return all[Math.floor(random() * all.length)]!(farm, random);
}
