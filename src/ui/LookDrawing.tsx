import { seededRandom } from '../core/formats/random.ts';
import { LOOK_HEIGHT, LOOK_WIDTH, looks, type DefectSymbol, type Mark } from '../core/looks/looks.ts';

const INK: Record<Mark['is'], object> = {
  body: { fill: 'var(--clay)', stroke: '#8b867b', strokeWidth: 0.7 },
  fault: { fill: 'none', stroke: 'var(--ink)', strokeWidth: 0.8 },
  datum: { fill: 'none', stroke: 'var(--plum)', strokeWidth: 0.5, strokeDasharray: '1.6 1.2' },
  bar: { stroke: 'var(--ink)', strokeWidth: 1 },
};
const SEED = 41;

/** A place of a coupon as it looks at a score. */
export function LookDrawing({
  look,
  score,
  width = 80,
}: {
  readonly look: DefectSymbol;
  readonly score: number;
  readonly width?: number;
}) {
  const { draw, ofScore, says } = looks[look];
  return (
    <svg
      viewBox={`0 0 ${LOOK_WIDTH} ${LOOK_HEIGHT}`}
      width={width}
      height={(width * LOOK_HEIGHT) / LOOK_WIDTH}
      role="img"
      aria-label={`${says}, as at score ${score}`}
    >
      {draw(ofScore(score), seededRandom(SEED))
        .filter((m) => m.is !== 'bar')
        .map((m, i) => (
          <path key={i} d={m.d} {...INK[m.is]} />
        ))}
    </svg>
  );
}
