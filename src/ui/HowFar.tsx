import { ProgressLine } from './ProgressLine.tsx';

/** What is known of a print on its way. */
interface Known {
  readonly phase: string;
  readonly acknowledged: number;
  readonly lines: number;
  readonly zMm: number;
  readonly nozzleC: number;
  readonly nozzleTargetC: number;
  readonly bedC: number;
  readonly bedTargetC: number;
  readonly resends: number;
  readonly plate?: number | undefined;
  readonly resinC?: number | undefined;
  readonly isUnheard?: boolean | undefined;
}

/** How far a print has come, and what is known of heat and height; nothing where nothing is heard of the machine. */
export function HowFar({
  progress: p,
  isResin,
  plates = 1,
}: {
  readonly progress: Known;
  readonly isResin: boolean;
  readonly plates?: number;
}) {
  if (p.isUnheard) return null;
  return (
    <ProgressLine share={shareOf(p)}>
      <span>{p.phase}</span>
      <span>
        {isResin ? 'layer' : 'line'} {p.acknowledged} of {p.lines}
      </span>
      <span>{p.zMm.toFixed(2)} mm</span>
      {isResin && p.resinC !== undefined && <span>resin {p.resinC.toFixed(1)} °C</span>}
      {plates > 1 && (
        <span>
          plate {(p.plate ?? 0) + 1} of {plates}
        </span>
      )}
      {!isResin && (
        <>
          <span>
            nozzle {p.nozzleC.toFixed(0)}/{p.nozzleTargetC} °C
          </span>
          <span>
            bed {p.bedC.toFixed(0)}/{p.bedTargetC} °C
          </span>
        </>
      )}
      {p.resends > 0 && (
        <span>
          {p.resends} {p.resends === 1 ? 'line' : 'lines'} sent again
        </span>
      )}
    </ProgressLine>
  );
}
export const shareOf = (p: Pick<Known, 'acknowledged' | 'lines'> | null): number =>
  p && p.lines > 0 ? p.acknowledged / p.lines : 0;
