import { findOdd, signOf } from '../fitting/doubt.ts';
import { fiellerInterval, fitLine, fitQuadratic, halfWidthOf } from '../fitting/leastSquares.ts';
import { mean } from '../fitting/mean.ts';
import { fail, succeed, type Result } from '../result/result.ts';

export const FEWEST_DOSES = 5;
/** An Ec this many times below the lowest dose is guessed, not measured. */
const FARTHEST_BELOW = 6;

export interface WorkingCurve {
  readonly dpMm: number;
  readonly ecMjPerCm2: number;
  readonly dpInterval: readonly [number, number];
  readonly ecInterval: readonly [number, number];
  readonly rSquared: number;
}

/** Penetration depth and critical dose from the thickness of films at rising doses. Films are the sample: looks at one film lean together, and
 *  their mean stands for it. A least-squares line of depth over ln dose, whose
 *  slope is Dp and whose root is ln Ec (95 %, Student's t and Fieller 1954). Source: Jacobs 1992. Refuses fewer than five doses,
 *  films of one thickness, a slope not surely above zero, and an Ec far below every dose. */
export function fitWorkingCurve(doses: readonly number[], depthsMm: readonly number[]): Result<WorkingCurve> {
  if (doses.some((d) => !(d > 0) || !Number.isFinite(d)))
    return fail({ code: 'dose', what: 'A dose is not above zero', todo: 'look through exposures and irradiance' });
  if (depthsMm.some((d) => !(d > 0) || !Number.isFinite(d)))
    return fail({ code: 'depth', what: 'A film is no thicker than zero', todo: 'leave out films that did not form' });
  const distinct = new Set(doses).size;
  if (distinct < FEWEST_DOSES)
    return fail({ code: 'tooFew', what: `${distinct} doses of at least ${FEWEST_DOSES}`, todo: 'measure more films' });
  if (Math.max(...depthsMm) === Math.min(...depthsMm))
    return fail({ code: 'constant', what: 'All films are of one thickness', todo: 'look through the readings' });
  const thickest = Math.max(...depthsMm);
  if (thickest > 5)
    return fail({
      code: 'unit',
      what: `A film of ${thickest} mm cannot be`,
      todo: 'readings in µm belong in mm: 180 µm is 0.18 mm',
    });
  const films = [...new Set(doses)].map((dose) => mean(depthsMm.filter((_, i) => doses[i] === dose)));
  const x = [...new Set(doses)].map(Math.log);
  const fit = fitLine(x, films);
  if (!fit.ok) return fit;
  const [b, dpMm] = fit.value.coefficients as [number, number];
  const half = halfWidthOf(fit.value, 1);
  const { covariance: c, degreesOfFreedom } = fit.value;
  const root = fiellerInterval(-b, dpMm, c[0]![0]!, c[1]![1]!, -c[0]![1]!, degreesOfFreedom);
  if (!root || dpMm - half <= 0)
    return fail({
      code: 'slope',
      what: 'Films do not surely grow with the dose',
      todo: 'see that doses and films belong together',
    });
  const rows = x.map((v) => [1, v]);
  const odd = findOdd(rows, fit.value);
  if (odd !== null)
    return fail({
      code: 'odd',
      what: `The film of ${films[odd]!.toFixed(3)} mm at ${Math.exp(x[odd]!).toFixed(1)} mJ/cm² stands out from all the others`,
      todo: 'measure that film again; if it reads the same, leave it out by hand or print the trial again',
    });
  const bent = fitQuadratic(x, films);
  if (bent.ok && signOf(bent.value, 2) !== 0)
    return fail({
      code: 'bent',
      what:
        signOf(bent.value, 2) < 0
          ? 'Films grow less and less with the logarithm of the dose: the longest exposures saturate'
          : 'Films grow more and more with the logarithm of the dose: no working curve does that',
      todo:
        signOf(bent.value, 2) < 0
          ? 'leave out the longest exposures, or add shorter ones'
          : 'see that films were wiped dry and belong to their exposures',
    });
  const ecMjPerCm2 = Math.exp(-b / dpMm);
  const lowest = Math.min(...doses);
  if (ecMjPerCm2 * FARTHEST_BELOW < lowest)
    return fail({
      code: 'extrapolated',
      what: `The lowest dose is ${(lowest / ecMjPerCm2).toFixed(1)} times the dose at which gelling would begin`,
      todo: `add films at lower doses, down to about ${(2 * ecMjPerCm2).toFixed(1)} mJ/cm²`,
    });
  return succeed({
    dpMm,
    ecMjPerCm2,
    dpInterval: [dpMm - half, dpMm + half],
    ecInterval: [Math.exp(root[0]), Math.exp(root[1])],
    rSquared: fit.value.rSquared,
  });
}
