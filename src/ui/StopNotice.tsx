import { Button } from '@mantine/core';
import { asSentence } from './asSentence.ts';
import { dayAndTime } from './dates.ts';
import { EmergencyStop } from './EmergencyStop.tsx';
import { JudgePart } from './JudgePart.tsx';
import { useMachineAct } from './useMachineAct.ts';

/** What stands on a machine that stopped or has finished, why, and what may be done: go on with it, or take the part off and say so. */
export function StopNotice({
  machineId,
  machineName,
  stop,
  href,
  hasVat,
  isUnknown = false,
  mayChange,
  onResume,
}: {
  readonly machineId: string;
  readonly machineName: string;
  readonly stop: {
    readonly of: 'job' | 'trial' | null;
    readonly id: string;
    readonly name: string;
    readonly zMm: number;
    readonly why: string;
    readonly isFinished?: boolean;
    readonly at: string;
  };
  /** Page of what was printed, where this is not that page. */
  readonly href?: string;
  /** What came off the plate may lie in its vat. */
  readonly hasVat: boolean;
  /** Nobody knows what the machine does. */
  readonly isUnknown?: boolean | undefined;
  readonly mayChange: boolean;
  /** Left out where the print cannot go on. */
  readonly onResume?: (() => void) | undefined;
}) {
  const { isFinished = false } = stop;
  const [isBusy, act] = useMachineAct(machineId);
  const isVatToSearch = hasVat && !isFinished;
  const name = isFinished ? 'Finished' : isUnknown ? 'Unknown' : 'Stopped';
  return (
    <section className={`stage ${isFinished ? 'finished' : 'stopped'}`} aria-label={name}>
      <h2>
        {machineName}{' '}
        {isFinished
          ? 'has finished: take the part off'
          : isUnknown
            ? 'is unknown: go and look'
            : 'stopped, part on the plate'}{' '}
        <span className="hint">{dayAndTime(stop.at)}</span>
      </h2>
      <p>
        {href ? <a href={href}>{stop.name}</a> : !isUnknown && stop.name}
        {isFinished
          ? stop.zMm > 0
            ? ` stands at ${stop.zMm.toFixed(2)} mm.`
            : ' stands on it.'
          : isUnknown && !href
            ? asSentence(stop.why)
            : `: ${stop.why}`}{' '}
        {isUnknown
          ? 'Nothing starts here until you have said what you found. If it heats or moves, stop it first.'
          : isVatToSearch
            ? 'Nothing starts here until the part is removed. Then search the vat, at the care of this machine: what lies on the film goes through it or through the screen.'
            : 'Nothing starts here until the part is removed.'}
      </p>
      {mayChange && (
        <div className="actions">
          {isUnknown && <EmergencyStop machineId={machineId} machineName={machineName} />}
          {isUnknown && (
            <Button
              variant="default"
              disabled={isBusy}
              onClick={() => act('found', { found: 'stopped' }, `${machineName} stands still`)}
            >
              It stands still, part on the plate
            </Button>
          )}
          {isFinished && stop.of === 'job' && <JudgePart jobId={stop.id} machineName={machineName} />}
          {onResume && <Button onClick={onResume}>Resume at {stop.zMm.toFixed(2)} mm</Button>}
          <Button
            variant="default"
            disabled={isBusy}
            onClick={() => act('clear-plate', { note: '' }, `${machineName} is free`)}
          >
            {isUnknown ? 'It stands still, plate' : 'Part removed, plate'} is clear
          </Button>
          {isVatToSearch && !isUnknown && (
            <Button component="a" variant="default" href={`/machines/${machineId}/care`}>
              Care of {machineName}
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
