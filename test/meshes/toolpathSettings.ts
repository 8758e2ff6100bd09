import { plainDialect } from '../../src/core/gcode/write.ts';
import type { MeshToolpathSettings } from '../../src/core/toolpath/generateToolpath.ts';

/** How one kind of line is laid in tests and benches. */
export const layAt = (speedMmPerS: number, accelerationMmPerS2 = 1500) => ({
  widthMm: 0.44,
  speedMmPerS,
  accelerationMmPerS2,
});

/** A plain recipe for tests and benches, without support. */
export const plainLay: MeshToolpathSettings = {
  title: 'made up',
  startBlock: 'M140 S{bed}\nM104 S{nozzle}\nG28\nM190 S{bed}\nM109 S{nozzle}',
  endBlock: 'M104 S0\nM140 S0',
  dialect: plainDialect,
  layerHeightMm: 0.2,
  firstLayerHeightMm: 0.2,
  walls: 3,
  solidLayers: 4,
  infillPercent: 20,
  infillPattern: 'lines',
  visibleWall: layAt(40),
  hiddenWall: layAt(50),
  fill: layAt(60),
  solidFill: layAt(50),
  topSurface: layAt(30),
  firstLayer: layAt(20),
  support: layAt(50),
  travelSpeedMmPerS: 130,
  retractionMm: 1,
  retractionMmPerS: 35,
  liftMm: 0,
  flow: 1,
  filamentDiameterMm: 1.75,
  nozzleC: 210,
  nozzleFirstC: 210,
  bedC: 60,
  fanPercent: 40,
  skirtLoops: 1,
  skirtGapMm: 5,
  brimMm: 0,
  minimumLayerTimeS: 5,
  supportAngleDeg: null,
  supportGapZMm: 0.2,
};
