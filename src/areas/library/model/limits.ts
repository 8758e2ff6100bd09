import { settingsOf } from '../settings/catalogue.ts';
import { numberOf, rangeOf, type Setting, type Values } from '../settings/define.ts';
import { lineKinds, speedKey } from '../settings/lineKinds.ts';

const SPEEDS: ReadonlySet<string> = new Set(lineKinds.map(speedKey));

/** What a supplier allows for a setting, from the material's values. */
export function supplierRange(setting: Setting, values: Values): readonly [number, number] | null {
  for (const other of settingsOf('material'))
    if (other.type === 'range' && other.boundsOf === setting.key && rangeOf(values, other.key))
      return rangeOf(values, other.key);
  return null;
}

/** What the hardware allows for a setting, from tool and printer values. */
export function hardwareRange(setting: Setting, hardware: Values): readonly [number, number] | null {
  const upTo = (low: number, key: string): readonly [number, number] | null => {
    const high = numberOf(hardware, key);
    return high === null ? null : [low, high];
  };
  switch (setting.key) {
    case 'nozzleC':
    case 'nozzleFirstC':
      return upTo(150, 'hotEndMaxC');
    case 'bedC':
      return upTo(20, 'bedMaxC');
    case 'highestFlowMm3PerS':
      return upTo(0, 'catalogueFlowMm3PerS');
    case 'retractionMmPerS':
      return upTo(0, 'maxFeedEMmPerS');
    case 'travelSpeedMmPerS':
      return upTo(0, 'maxFeedXMmPerS');
    case 'layerHeightMm':
    case 'firstLayerHeightMm': {
      const low = numberOf(hardware, 'smallestLayerMm');
      const high = numberOf(hardware, 'largestLayerMm');
      return low !== null && high !== null ? [low, high] : null;
    }
    case 'liftFirstMmPerS':
    case 'liftSecondMmPerS':
      return upTo(0, 'highestLiftMmPerS');
    case 'samplesPerPixel':
      return upTo(1, 'samplesPerPixelMost');
    default:
      return SPEEDS.has(setting.key) ? upTo(0, 'maxFeedXMmPerS') : null;
  }
}
