import { formatDuration } from '../../../core/units/format.ts';
import { doneBy } from '../../../ui/dates.ts';
import { Side } from '../../../ui/Side.tsx';
import { lastsOf, type StackOutcome } from '../../rules/outcome.ts';
import { RulesRan } from './RulesRan.tsx';

/** Estimate of a layer stack, what was measured of its layers, and which rules ran or could not. */
export function StackSide({
  outcome,
  prints,
  rulesVersion,
  note,
  stackHref,
}: {
  readonly outcome: StackOutcome;
  readonly prints: number;
  readonly rulesVersion: string | null;
  readonly note?: string | undefined;
  /** Where the stack can be had. */
  readonly stackHref?: string | undefined;
}) {
  const { estimate: e, stack: s } = outcome;
  const lightS = s.exposureS;
  const size = s.boundsMm && [s.boundsMm[2] - s.boundsMm[0], s.boundsMm[3] - s.boundsMm[1], s.heightMm];
  return (
    <Side label="Estimate and context">
      <h3>Estimate, one print{prints > 1 && ` of ${prints}`}</h3>
      <dl className="kv">
        <dt>lasts</dt>
        <dd>{formatDuration(lastsOf(e))}</dd>
        <dt>done by</dt>
        <dd suppressHydrationWarning>{doneBy(lastsOf(e))}</dd>
        <dt>resin</dt>
        <dd>{e.resinMl.toFixed(1)} ml</dd>
        <dt>cost</dt>
        <dd>€ {e.cost.toFixed(2)}</dd>
        <dt>layers</dt>
        <dd>{e.layers}</dd>
      </dl>
      <p className="hint">A full plate takes no longer than one part: every layer is lit at once.</p>
      <h3>Where the time goes</h3>
      <dl className="kv">
        <dt>light</dt>
        <dd>{formatDuration(lightS)}</dd>
        <dt>motion and pauses</dt>
        <dd>{formatDuration(s.timeS - lightS)}</dd>
      </dl>
      <h3>Measured</h3>
      <dl className="kv">
        <dt>size</dt>
        <dd>{size ? `${size.map((v) => v.toFixed(1)).join(' × ')} mm` : 'nothing is lit'}</dd>
        <dt>layer height</dt>
        <dd>{(s.layerMm * 1000).toFixed(0)} µm</dd>
        <dt>bottom</dt>
        <dd>
          {s.bottomLayers} × {s.bottomS.toFixed(1)} s
        </dd>
        <dt>transition</dt>
        <dd>{s.transitionLayers} layers</dd>
        <dt>exposure</dt>
        <dd>{s.normalS.toFixed(2)} s</dd>
        <dt>largest layer</dt>
        <dd>{Math.max(...s.rows.map((r) => r.areaMm2)).toFixed(0)} mm²</dd>
        <dt>islands</dt>
        <dd>{s.islandCount}</dd>
        <dt>closed by the film</dt>
        <dd>{s.roomCount}</dd>
      </dl>
      {stackHref && (
        <p className="hint">
          <a href={stackHref} download>
            Download the layer stack
          </a>
        </p>
      )}
      <RulesRan outcome={outcome} rulesVersion={rulesVersion} note={note} />
    </Side>
  );
}
