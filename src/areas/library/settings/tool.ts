import { defineSettings } from './define.ts';

const base = { group: 'The machine itself', technology: 'filament', owners: ['tool'] } as const;

export const toolSettings = defineSettings([
  { ...base, key: 'nozzleDiameterMm', label: 'Nozzle diameter', type: 'number', quantity: 'length', range: [0.05, 3], what: 'Bore of the nozzle.', tooLow: 'Entered too small: lines come out thin and gappy.', tooHigh: 'Entered too large: fine walls vanish.' },
  { ...base, key: 'nozzleMaterial', label: 'Nozzle material', type: 'choice', choices: ['brass', 'hardened steel', 'stainless steel', 'ruby-tipped'], default: 'brass', what: 'What the nozzle is made of; abrasive filament wears soft ones.', tooLow: 'Soft: the bore grows within a spool of fibre-filled filament.', tooHigh: 'Hard: conducts less heat, wants some degrees more.' },
  { ...base, key: 'hotEndMaxC', label: 'Hot end, hottest', type: 'number', quantity: 'temperature', range: [150, 550], what: 'Highest temperature the hot end may run at.', tooLow: 'Jobs that would run are refused.', tooHigh: 'The feed tube softens and clogs.' },
  { ...base, key: 'catalogueFlowMm3PerS', label: 'Melt rate by its maker', type: 'number', quantity: 'volumetricFlow', range: [0.5, 200], what: 'Highest melt rate the maker states, whatever the material.', tooLow: 'Fast jobs are refused.', tooHigh: 'Thin, gappy lines and a clicking drive.' },
  { ...base, key: 'feedType', label: 'Feed', type: 'choice', choices: ['direct', 'remote'], default: 'direct', what: 'Whether the drive sits on the tool or pushes through a tube.', tooLow: 'Direct: short pull-backs.', tooHigh: 'Remote: long pull-backs, slow response.' },
  { ...base, key: 'smallestLayerMm', label: 'Thinnest layer', type: 'number', quantity: 'length', range: [0.01, 2], what: 'Thinnest layer this nozzle lays well.', tooLow: 'The nozzle blocks itself on the layer below.', tooHigh: 'Fine settings are refused.', formula: { reads: ['nozzleDiameterMm'], text: '0.25 × nozzle diameter (common practice)', compute: (v) => (typeof v['nozzleDiameterMm'] === 'number' ? 0.25 * v['nozzleDiameterMm'] : null) } },
  { ...base, key: 'largestLayerMm', label: 'Thickest layer', type: 'number', quantity: 'length', range: [0.02, 3], what: 'Thickest layer this nozzle presses on well.', tooLow: 'Fast settings are refused.', tooHigh: 'Layers lie loosely and part.', formula: { reads: ['nozzleDiameterMm'], text: '0.8 × nozzle diameter (common practice)', compute: (v) => (typeof v['nozzleDiameterMm'] === 'number' ? 0.8 * v['nozzleDiameterMm'] : null) } },
]);
