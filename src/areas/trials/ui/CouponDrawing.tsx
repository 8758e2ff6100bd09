import { HeightRuler } from '../../../ui/HeightRuler.tsx';
import { heightScale } from '../../../ui/heightScale.ts';
import { SIDES, type TrialPlan } from '../model/trial.ts';

const PX_PER_MM = 3.4, TALLER = 4;

/** Plan of the hollow square to scale, and its elevation on the height ruler stretched four times in height, with the height reached and the side under the finger. */
export function CouponDrawing({ plan, zMm, side }: { readonly plan: TrialPlan; readonly zMm: number | null; readonly side: string | null }) {
  const top = plan.heightMm * 1.1, HEIGHT = Math.round(top * PX_PER_MM * TALLER) + 28, scale = heightScale(top, HEIGHT, 14);
  const w = plan.sideMm * PX_PER_MM, wall = (plan.lineWidthMm + (plan.walls - 1) * plan.lineDistanceMm) * PX_PER_MM, x = 64, planX = 260;
  const at: Record<(typeof SIDES)[number], readonly [number, number, number, number]> = { front: [planX, HEIGHT + 12 + w - wall, w, wall], back: [planX, HEIGHT + 12, w, wall], left: [planX, HEIGHT + 12, wall, w], right: [planX + w - wall, HEIGHT + 12, wall, w] };
  return (
    <svg width="560" height={HEIGHT + w + 40} role="img" aria-label={`Hollow square of ${plan.sideMm} mm with ${plan.walls} wall${plan.walls > 1 ? 's' : ''}, ${plan.heightMm} mm high`} style={{ maxWidth: '100%' }}>
      <HeightRuler scale={scale} width={560} />
      <rect x={planX} y={scale.y(plan.heightMm)} width={w} height={scale.y(0) - scale.y(plan.heightMm)} fill="none" stroke="#8b867b" strokeDasharray="3 2" />
      <rect x={planX} y={scale.y(zMm ?? plan.heightMm)} width={w} height={scale.y(0) - scale.y(zMm ?? plan.heightMm)} fill="var(--clay)" stroke="#8b867b" />
      <rect x={x - 14} y={scale.y(plan.heightMm * 0.65)} width={planX + w - x + 60} height={scale.y(plan.heightMm * 0.35) - scale.y(plan.heightMm * 0.65)} fill="var(--plum)" opacity=".1" />
      <text x={x} y={scale.y(plan.heightMm / 2) + 4} className="d">measure here, at mid-height</text>
      <text x={planX + w + 10} y={scale.y(plan.heightMm) + 4} className="d">elevation, heights × {TALLER}</text>
      <rect x={planX - 20} y={scale.y(0)} width={w + 40} height="6" fill="#c9c2b2" />
      {zMm !== null && zMm < plan.heightMm && <text x={planX + w + 10} y={Math.max(scale.y(zMm), scale.y(plan.heightMm) + 16) + 4} className="n">{zMm.toFixed(2)} mm</text>}
      {SIDES.map((s) => { const [rx, ry, rw, rh] = at[s]; return <rect key={s} x={rx} y={ry} width={rw} height={rh} fill={side === s ? 'var(--plum)' : 'var(--clay)'} stroke="#8b867b" strokeWidth=".6" />; })}
      <text x={planX + w / 2} y={HEIGHT + w + 28} textAnchor="middle" className={side === 'front' ? '' : 'd'}>front</text>
      <text x={planX + w / 2} y={HEIGHT + 30} textAnchor="middle" className={side === 'back' ? '' : 'd'}>back</text>
      <text x={planX - 6} y={HEIGHT + 16 + w / 2} textAnchor="end" className={side === 'left' ? '' : 'd'}>left</text>
      <text x={planX + w + 6} y={HEIGHT + 16 + w / 2} className={side === 'right' ? '' : 'd'}>right</text>
      <text x={x} y={HEIGHT + 34} className="d">plan, to scale</text>
      <text x={x} y={HEIGHT + 50} className="n">{plan.sideMm} × {plan.sideMm} × {plan.heightMm} mm</text>
      <text x={x} y={HEIGHT + 66} className="n">{plan.walls} {plan.walls > 1 ? 'walls' : 'wall'} of {plan.lineWidthMm} mm</text>
    </svg>
  );
}
