/** What a maintenance event makes due: settings whose evidence depends on what was changed. */
export const maintenanceKinds = {
  nozzle: {
    label: 'Nozzle changed',
    due: [
      'zOffsetMm',
      'pressureS',
      'headOffsetXMm',
      'headOffsetYMm',
      'flow',
      'retractionMm',
      'retractionMmPerS',
      'nozzleC',
      'nozzleFirstC',
      'highestFlowMm3PerS',
    ],
  },
  'hot end': {
    label: 'Hot end changed',
    due: [
      'zOffsetMm',
      'pressureS',
      'headOffsetXMm',
      'headOffsetYMm',
      'flow',
      'retractionMm',
      'retractionMmPerS',
      'nozzleC',
      'nozzleFirstC',
      'highestFlowMm3PerS',
    ],
  },
  bed: { label: 'Bed levelled or worked on', due: ['bedC', 'zOffsetMm'] },
  surface: { label: 'Bed surface changed', due: ['bedC', 'zOffsetMm'] },
  axis: {
    label: 'Belt or axis worked on',
    due: [
      'accelerationMmPerS2',
      'highestWallSpeedMmPerS',
      'scaleXPercent',
      'scaleYPercent',
      'scaleZPercent',
      'contourOffsetMm',
    ],
  },
  drive: {
    label: 'Filament drive cleaned or changed',
    due: ['flow', 'pressureS', 'retractionMm', 'retractionMmPerS', 'highestFlowMm3PerS'],
  },
  film: {
    label: 'Film changed',
    due: [
      'exposureS',
      'exposureBottomS',
      'irradianceMwPerCm2',
      'supportTipMm',
      'liftFirstMmPerS',
      'pauseBeforeExposureS',
    ],
  },
  screen: { label: 'Screen changed', due: ['irradianceMwPerCm2', 'exposureS', 'exposureBottomS', 'supportTipMm'] },
  plate: { label: 'Plate levelled', due: ['exposureBottomS'] },
  cleaning: { label: 'Cleaned, nothing changed', due: [] },
} as const satisfies Record<string, { readonly label: string; readonly due: readonly string[] }>;
export type MaintenanceKind = keyof typeof maintenanceKinds;

const FILAMENT_ONLY: readonly string[] = ['nozzle', 'hot end', 'bed', 'surface', 'axis', 'drive'];
const RESIN_ONLY: readonly string[] = ['film', 'screen', 'plate'];
/** Kinds of work there are on machines of a technology. */
export const maintenanceFor = (technology: 'filament' | 'resin'): MaintenanceKind[] =>
  (Object.keys(maintenanceKinds) as MaintenanceKind[]).filter(
    (key) => !(technology === 'resin' ? FILAMENT_ONLY : RESIN_ONLY).includes(key),
  );

/** What wears on a machine and is put on anew, by the work that does it. */
export const fittedBy = {
  surface: 'Bed surface',
  film: 'Release film',
  screen: 'Screen',
} as const satisfies Partial<Record<MaintenanceKind, string>>;
/** Work that puts on what wears, on machines of a technology. */
export const fittingFor = (technology: 'filament' | 'resin'): (keyof typeof fittedBy)[] =>
  (Object.keys(fittedBy) as (keyof typeof fittedBy)[]).filter((kind) => maintenanceFor(technology).includes(kind));
