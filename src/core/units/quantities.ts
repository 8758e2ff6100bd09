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
const unit = (name: string, scale: number, spellings: readonly string[] = [], offset = 0): Unit => ({ name, scale, spellings, offset });

export const quantities = {
  length: {
    canonical: 'mm', digits: 3,
    units: [unit('mm', 1), unit('µm', 1e-3, ['um', 'μm', 'micron', 'microns']), unit('cm', 10), unit('m', 1000), unit('in', INCH_MM, ['"', 'inch', 'inches']), unit('thou', INCH_MM / 1000, ['mil'])],
  },
  speed: {
    canonical: 'mm/s', digits: 1,
    units: [unit('mm/s', 1), unit('mm/min', 1 / 60), unit('m/s', 1000), unit('in/s', INCH_MM, ['ips'])],
  },
  acceleration: { canonical: 'mm/s²', digits: 0, units: [unit('mm/s²', 1, ['mm/s2', 'mm/s^2']), unit('m/s²', 1000, ['m/s2', 'm/s^2'])] },
  volumetricFlow: { canonical: 'mm³/s', digits: 2, units: [unit('mm³/s', 1, ['mm3/s', 'mm^3/s']), unit('mm³/min', 1 / 60, ['mm3/min'])] },
  temperature: { canonical: '°C', digits: 0, units: [unit('°C', 1, ['c', 'degc']), unit('°F', 5 / 9, ['f', 'degf'], (-32 * 5) / 9)] },
  time: { canonical: 's', digits: 1, units: [unit('s', 1, ['sec']), unit('min', 60), unit('h', 3600)] },
  mass: { canonical: 'g', digits: 1, units: [unit('g', 1), unit('kg', 1000)] },
  density: { canonical: 'g/cm³', digits: 2, units: [unit('g/cm³', 1, ['g/cm3', 'g/cm^3']), unit('kg/m³', 1e-3, ['kg/m3'])] },
  angle: { canonical: '°', digits: 1, units: [unit('°', 1, ['deg'])] },
  ratio: { canonical: '', digits: 3, units: [unit('', 1), unit('%', 0.01)] },
  percent: { canonical: '%', digits: 0, units: [unit('%', 1)] },
  count: { canonical: '', digits: 0, units: [unit('', 1)] },
  pricePerMass: { canonical: 'EUR/kg', digits: 2, units: [unit('EUR/kg', 1, ['€/kg'])] },
  pricePerTime: { canonical: 'EUR/h', digits: 2, units: [unit('EUR/h', 1, ['€/h'])] },
} as const satisfies Record<string, Quantity>;

export type QuantityKind = keyof typeof quantities;
