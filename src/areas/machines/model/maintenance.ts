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
  bed: { label: 'Bed levelled or surface changed', due: ['bedC', 'zOffsetMm'] },
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
  cleaning: { label: 'Cleaned, nothing changed', due: [] },
} as const satisfies Record<string, { readonly label: string; readonly due: readonly string[] }>;
export type MaintenanceKind = keyof typeof maintenanceKinds;
