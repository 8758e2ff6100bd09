import {
  areaMm2,
  GRID_MM,
  perimeterMm,
  ringAreaMm2,
  ringLengthMm,
  ringsOf,
  union,
  type Region,
  type Ring,
} from '../geometry/clip.ts';
import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import { layerPlanes, Slicer } from './slice.ts';

export interface LayerFigures {
  readonly zMm: number;
  readonly areaMm2: number;
  readonly perimeterMm: number;
  /** Separate areas of material. */
  readonly islands: number;
}
export interface Layer extends LayerFigures {
  readonly region: Region;
  /** Contours that had to be closed across a hole in the surface. */
  readonly gaps: number;
}

/** Whether a contour is more than a speck the union's grid may swallow. */
const isMoreThanASpeck = (ring: Ring): boolean => Math.abs(ringAreaMm2(ring)) > GRID_MM * ringLengthMm(ring);

/** Layers of a welded mesh from the bottom, one at a time. Where contours lie over each other or run backwards, the layer is what
 *  some contour winds round; else the contours are taken as they were cut, without any rounding. */
export function* layersOf(mesh: Mesh, topology: Topology, layerHeightMm: number): Generator<Layer> {
  const { min, max } = boundsOf(mesh);
  const slicer = new Slicer(mesh, topology, layerPlanes(min[2], max[2], layerHeightMm));
  for (let k = 0; k < slicer.planesMm.length; k++) {
    const contours = slicer.layer(k);
    const cut = ringsOf(contours);
    const united = union(cut);
    const cutArea = areaMm2(cut);
    const isAsCut =
      Math.abs(areaMm2(united) - cutArea) <= GRID_MM * perimeterMm(cut) &&
      united.filter(isMoreThanASpeck).length === cut.filter(isMoreThanASpeck).length;
    const region = isAsCut ? cut : united;
    yield {
      zMm: slicer.planesMm[k]!,
      areaMm2: areaMm2(region),
      perimeterMm: perimeterMm(region),
      islands: region.filter((ring) => ringAreaMm2(ring) > 0).length,
      region,
      gaps: contours.gaps,
    };
  }
}
