import type { ReactNode } from 'react';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { Judged } from '../../rules/outcome.ts';

const markOf = { clear: 'proven', 'clear with cautions': 'due', blocked: 'outside' } as const;

/** The verdict as one sentence; while a file is read, how far. */
export function VerdictBand({
  outcome,
  reading,
  children,
}: {
  readonly outcome: Judged;
  readonly reading: number | null;
  readonly children?: ReactNode;
}) {
  return (
    <div className="verdict" data-v={outcome.verdict} role="status" aria-live="polite">
      <StateMark mark={markOf[outcome.verdict]} />
      <span>
        {reading === null ? outcome.sentence : `Reading, ${Math.round(reading * 100)} %. So far: ${outcome.sentence}`}
      </span>
      <span className="end">{children}</span>
    </div>
  );
}
