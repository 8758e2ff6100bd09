import type { GrowthReading } from '../../../../core/resin/growth.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import { numberOf, type Values } from '../../../library/settings/define.ts';
import type { Conditions, Feature, Plate, ReadingOf } from '../define.ts';
import { fieldsShown, inLayers, layFields, layPlates } from '../plateOf.ts';
import type { PlateSettings } from '../plateSettings.ts';
import { drawnMm, FIELD_MM, ladderField, WIDTHS_MM } from './field.ts';

export const LADDER_ROUNDING_S = 0.05;
const BANDS = 6;
const STEP = 1.25;
const SLAB_MM = 0.5;
const FEWEST_STEPS = 4;

const width = (feature: 'bar' | 'slot', mm: number): Feature => ({
  key: `${feature} ${mm}`,
  label: `${feature} ${mm}`,
  quantity: 'length',
  range: [0, 5],
  unit: 'mm',
  instrument: 'microscope 0.005 mm',
  resolution: 0.005,
  repeats: 1,
  isUnderMicroscope: true,
  how: feature === 'bar' ? `width of the bar drawn ${mm} mm` : `width of the slot drawn ${mm} mm, in its middle`,
});
export const widthFeatures: readonly Feature[] = (['bar', 'slot'] as const).flatMap((f) =>
  WIDTHS_MM.map((w) => width(f, w)),
);

/** Bars and slots of every field with the light it had and the width it was drawn with. */
export const growthReadings = (readings: readonly ReadingOf[], c: Conditions): GrowthReading[] =>
  readings.flatMap((r) => {
    const [feature, nominal] = r.feature.split(' ');
    const band = c.bands[r.band - 1];
    return band && (feature === 'bar' || feature === 'slot') && nominal
      ? [
          {
            light: band.value * (c.params[`share ${r.band}`] ?? 1),
            feature,
            nominalMm: c.params[`drawn ${nominal}`] ?? Number(nominal),
            measuredMm: r.value,
          },
        ]
      : [];
  });

/** Exposures round the one in use, each a quarter longer than the last. */
export function ladderBands(v: Values): Result<readonly number[]> {
  const now = numberOf(v, 'exposureS')!;
  const bands = Array.from({ length: BANDS }, (_, i) => {
    const s = now * STEP ** (i - (BANDS - 1) / 2);
    return Number((Math.round(s / LADDER_ROUNDING_S) * LADDER_ROUNDING_S).toFixed(2));
  });
  return new Set(bands).size < FEWEST_STEPS || bands[0]! <= 0
    ? fail({
        code: 'short',
        what: `Round ${now} s there is no room for steps of ${LADDER_ROUNDING_S} s`,
        todo: 'type the exposures',
      })
    : succeed([...new Set(bands)]);
}

/** The ladder's fields, on one plate or each on its own; where resin of a temperature is wanted, only widths are read. */
export function layLadder(s: PlateSettings, bands: readonly number[], resinC?: number): Result<Plate> {
  const middles = layFields(s, bands.length, FIELD_MM);
  if (!middles.ok) return middles;
  const slabMm = inLayers(Math.max(SLAB_MM, (s.bottomLayers + s.transitionLayers) * s.layerMm), s.layerMm);
  let topMm = slabMm;
  const { programs, shares } = layPlates(
    s,
    middles.value,
    (i, middle) => {
      const { solids, places, topMm: top } = ladderField(i + 1, middle, slabMm, s.pixelMm[0]);
      topMm = inLayers(top, s.layerMm);
      const isWidth = (feature: string): boolean => widthFeatures.some((f) => f.key === feature);
      return {
        field: { exposureS: bands[i]!, solids },
        places: resinC === undefined ? places : places.filter((p) => isWidth(p.feature)),
      };
    },
    { ...(resinC !== undefined && { resinC }) },
  );
  if (topMm > s.roomMm[2]) return fail({ code: 'noRoom', what: 'The plate has no room in height' });
  return succeed({
    programs,
    ...fieldsShown(middles.value, FIELD_MM, topMm, bands),
    params: {
      ...shares,
      ...Object.fromEntries(WIDTHS_MM.map((w) => [`drawn ${w}`, drawnMm(w, s.pixelMm[0])])),
    },
  });
}
