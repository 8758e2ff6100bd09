/** Quantities with their canonical unit first and every unit people may type or read.
 *  `perCanonical` turns a typed figure into the canonical one: canonical = typed * scale + offset. */
export interface Unit {
  readonly name: string;
  readonly spellings: readonly string[];
  readonly scale: number;
  readonly offset?: number;
}
export interface Quantity {
  readonly canonical: string;
  readonly digits: number;
  readonly units: readonly Unit[];
}

const INCH_MM = 25.4; // exact, international yard and pound agreement 1959
const unit = (name: string, scale: number, spellings: readonly string[] = [], offset = 0): Unit => ({
  name,
  scale,
  spellings,
  offset,
});

export const quantities = {
  length: {
    canonical: 'mm',
    digits: 3,
    units: [
      unit('mm', 1),
      unit('µm', 1e-3, ['um', 'μm', 'micron', 'microns']),
      unit('cm', 10),
      unit('m', 1000),
      unit('in', INCH_MM, ['"', 'inch', 'inches']),
      unit('thou', INCH_MM / 1000, ['mil']),
    ],
  },
  speed: {
    canonical: 'mm/s',
    digits: 1,
    units: [unit('mm/s', 1), unit('mm/min', 1 / 60), unit('m/s', 1000), unit('in/s', INCH_MM, ['ips'])],
  },
  slowSpeed: {
    canonical: 'mm/s',
    digits: 2,
    units: [unit('mm/s', 1), unit('mm/min', 1 / 60), unit('m/s', 1000), unit('in/s', INCH_MM, ['ips'])],
  },
  acceleration: {
    canonical: 'mm/s²',
    digits: 0,
    units: [unit('mm/s²', 1, ['mm/s2', 'mm/s^2']), unit('m/s²', 1000, ['m/s2', 'm/s^2'])],
  },
  volumetricFlow: {
    canonical: 'mm³/s',
    digits: 2,
    units: [unit('mm³/s', 1, ['mm3/s', 'mm^3/s']), unit('mm³/min', 1 / 60, ['mm3/min'])],
  },
  temperature: {
    canonical: '°C',
    digits: 0,
    units: [unit('°C', 1, ['c', 'degc']), unit('°F', 5 / 9, ['f', 'degf'], (-32 * 5) / 9)],
  },
  time: { canonical: 's', digits: 1, units: [unit('s', 1, ['sec']), unit('min', 60), unit('h', 3600)] },
  fineTime: { canonical: 's', digits: 4, units: [unit('s', 1, ['sec']), unit('ms', 1e-3)] },
  mass: { canonical: 'g', digits: 1, units: [unit('g', 1), unit('kg', 1000)] },
  force: { canonical: 'N', digits: 1, units: [unit('N', 1), unit('kgf', 9.80665)] },
  density: {
    canonical: 'g/cm³',
    digits: 2,
    units: [unit('g/cm³', 1, ['g/cm3', 'g/cm^3']), unit('kg/m³', 1e-3, ['kg/m3'])],
  },
  angle: { canonical: '°', digits: 1, units: [unit('°', 1, ['deg'])] },
  ratio: { canonical: '', digits: 3, units: [unit('', 1), unit('%', 0.01)] },
  percent: { canonical: '%', digits: 2, units: [unit('%', 1)] },
  count: { canonical: '', digits: 0, units: [unit('', 1)] },
  volume: { canonical: 'ml', digits: 0, units: [unit('ml', 1), unit('l', 1000), unit('cm³', 1, ['cm3', 'cm^3'])] },
  area: { canonical: 'mm²', digits: 1, units: [unit('mm²', 1, ['mm2', 'mm^2'])] },
  bead: { canonical: 'mm³', digits: 0, units: [unit('mm³', 1, ['mm3', 'mm^3'])] },
  viscosity: {
    canonical: 'mPa·s',
    digits: 0,
    units: [unit('mPa·s', 1, ['mpas', 'mpa*s', 'cp', 'cps']), unit('Pa·s', 1000, ['pas', 'pa*s'])],
  },
  wavelength: { canonical: 'nm', digits: 0, units: [unit('nm', 1)] },
  irradiance: {
    canonical: 'mW/cm²',
    digits: 2,
    units: [unit('mW/cm²', 1, ['mw/cm2', 'mw/cm^2']), unit('W/m²', 0.1, ['w/m2', 'w/m^2'])],
  },
  dose: { canonical: 'mJ/cm²', digits: 1, units: [unit('mJ/cm²', 1, ['mj/cm2', 'mj/cm^2'])] },
  pricePerVolume: { canonical: 'EUR/l', digits: 2, units: [unit('EUR/l', 1, ['€/l'])] },
  pricePerMass: { canonical: 'EUR/kg', digits: 2, units: [unit('EUR/kg', 1, ['€/kg'])] },
  heatingRate: { canonical: '°C/s', digits: 2, units: [unit('°C/s', 1, ['C/s'])] },
  pricePerTime: { canonical: 'EUR/h', digits: 2, units: [unit('EUR/h', 1, ['€/h'])] },
} as const satisfies Record<string, Quantity>;

export type QuantityKind = keyof typeof quantities;
