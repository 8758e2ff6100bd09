import type { JobAct } from './jobAct.ts';
import { Box, Button, Checkbox, Group, Stack, Table } from '@mantine/core';
import { useState } from 'react';
import { dayAndTime } from '../../../ui/dates.ts';
import { CancelPrint } from '../../../ui/CancelPrint.tsx';
import { EmergencyStop } from '../../../ui/EmergencyStop.tsx';
import { SilentNotice } from '../../../ui/SilentNotice.tsx';
import { StopNotice } from '../../../ui/StopNotice.tsx';
import { isOfLayers } from '../../rules/outcome.ts';
import { HowFar, shareOf } from '../../../ui/HowFar.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import type { PrintRow } from '../../machines/model/pages.ts';
import type { AskedWish } from '../../machines/model/print.ts';
import { mayMove } from '../../../core/states/moves.ts';
import type { JobPage } from '../model/pages.ts';
import { jobMoves } from '../model/states.ts';

/** What a person sees to at the machine, and the print itself, from the first line to the last. */
export function PrintPanel({
  job: j,
  mayChange,
  act,
}: {
  readonly job: JobPage;
  readonly mayChange: boolean;
  readonly act: JobAct;
}) {
  // ticked at once; what the server keeps comes a moment later
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const tick = async (item: string): Promise<void> => {
    setTicked((t) => [...t, item]);
    await act('confirm', { item }, '');
    setTicked((t) => t.filter((x) => x !== item));
  };
  const of = (item: string) => j.confirmed.find((c) => c.item === item);
  const left = j.toSet.filter((t) => !of(t.key)).length;
  const p = j.progress;
  const isPrinting = j.state === 'printing';
  const isResin = j.run?.outcome ? isOfLayers(j.run.outcome) : false;
  /** Whether a print may be asked for: approved, or stopped and taken off the plate. */
  const mayStart = !j.stop && mayMove(jobMoves.begin, j.state);
  const machineName = j.sheet?.machine.name ?? 'the machine';
  /** Nothing is connected there: a person takes it to the machine. */
  const isByHand = j.sheet?.machine.isConnected === false;
  const isHandedOver = isPrinting && p?.phase === 'handed over';
  const wish = (w: AskedWish, said: string) => void act('print', { wish: w }, said);
  return (
    <section className="stage" aria-label="Confirm at the machine">
      <h2>
        Confirm at the machine{' '}
        <span className="hint">
          {left === 0 ? 'all confirmed' : `${left} of ${j.toSet.length} still to be confirmed`}; no file carries these
        </span>{' '}
        <a className="hint" href={`/api/jobs/${j.id}/traveller`} target="_blank" rel="noreferrer">
          traveller for paper
        </a>
      </h2>
      <Stack gap={12}>
        {j.toSet.map((t) => {
          const said = of(t.key);
          return (
            <Checkbox
              key={t.key}
              label={t.says}
              description={
                said ? `${said.personName}, ${dayAndTime(said.at)}` : t.known ? `${t.known}; go and look` : undefined
              }
              checked={said !== undefined || ticked.includes(t.key)}
              disabled={!mayChange || !mayStart}
              readOnly={said !== undefined}
              onChange={() => said === undefined && void tick(t.key)}
            />
          );
        })}
      </Stack>
      <Group gap={10} mt={12}>
        {mayChange && mayStart && (
          <Button disabled={left > 0} onClick={() => wish('print', 'Print asked for')}>
            {isByHand
              ? `Print by hand on ${machineName}`
              : p && j.printed === 0
                ? 'Print again'
                : `Print on ${machineName}`}
          </Button>
        )}
        {mayChange && !j.stop && j.state !== 'queued' && mayMove(jobMoves.queue, j.state) && (
          <>
            <Button variant="default" onClick={() => void act('queue', { of: 'machine' }, `Queued for ${machineName}`)}>
              Queue for {machineName}
            </Button>
            <Button variant="default" onClick={() => void act('queue', { of: 'printer' }, 'Queued')}>
              Queue for any machine like it
            </Button>
          </>
        )}
        {j.state === 'queued' && (
          <span className="hint">
            In the <a href="/checks/queue">queue</a> for{' '}
            {j.queued?.of === 'machine' ? machineName : 'any machine like it'}
          </span>
        )}
        {mayChange && j.state === 'queued' && (
          <Button variant="default" onClick={() => void act('queue', { of: null }, 'Taken out of the queue')}>
            Take out of the queue
          </Button>
        )}
        {mayChange && isPrinting && j.wish === 'pause' && (
          <Button onClick={() => wish('print', 'Print resumed')}>Resume</Button>
        )}
        {mayChange && isHandedOver && (
          <Button onClick={() => wish('printed', 'Said to be printed')}>It is printed</Button>
        )}
        {mayChange && isPrinting && !isHandedOver && j.wish === 'print' && (
          <Button variant="default" onClick={() => wish('pause', 'Pause asked for')}>
            Pause
          </Button>
        )}
        {mayChange && isPrinting && (
          <CancelPrint
            share={shareOf(p)}
            isAsked={j.wish === 'cancel'}
            isUnheard={isHandedOver}
            onCancel={() => wish('cancel', 'Cancel asked for')}
          />
        )}
        {mayChange && isPrinting && !isHandedOver && (
          <EmergencyStop machineId={j.recipe.machineId} machineName={machineName} />
        )}
        {j.prints > 1 && (
          <span className="hint">
            {j.printed} of {j.prints} prints done
          </span>
        )}
      </Group>
      {j.executions.length > 0 && <Prints of={j.executions} />}
      {j.stop && (
        <StopNotice
          hasVat={isResin}
          machineId={j.recipe.machineId}
          machineName={machineName}
          stop={j.stop}
          mayChange={mayChange}
          onResume={j.resumes ? () => wish('print', 'Print resumed') : undefined}
        />
      )}
      {j.silentS !== null && <SilentNotice machineName={machineName} silentS={j.silentS} />}
      {p && (
        <Box mt={10} data-phase={p.phase} data-acknowledged={p.acknowledged}>
          <HowFar progress={p} isResin={isResin} />
          {p.message && !j.stop && <p role="status">{p.message}</p>}
        </Box>
      )}
    </section>
  );
}

const SAYS: Readonly<Record<PrintRow['state'], string>> = {
  'under way': 'printing',
  stopped: 'stopped',
  'not begun': 'ended before anything was laid',
  finished: 'finished, not yet looked at',
  good: 'good',
  scrap: 'scrap',
};
/** Every print of the job, the last one first. */
const Prints = ({ of }: { readonly of: readonly PrintRow[] }) => (
  <WideTable mt={12}>
    <Table.Thead>
      <Table.Tr>
        <Table.Th>Print</Table.Th>
        <Table.Th>Began</Table.Th>
        <Table.Th>Ended</Table.Th>
        <Table.Th>Came to</Table.Th>
        <Table.Th>By</Table.Th>
      </Table.Tr>
    </Table.Thead>
    <Table.Tbody>
      {of.map((p, i) => (
        <Table.Tr key={p.number} data-print={p.state}>
          <Table.Td className="f">{of.length - i}</Table.Td>
          <Table.Td className="nowrap">{dayAndTime(p.since)}</Table.Td>
          <Table.Td className="nowrap">{p.endedAt && dayAndTime(p.endedAt)}</Table.Td>
          <Table.Td>
            {SAYS[p.state]}
            {p.why && <span className="hint"> {p.why}</span>}
          </Table.Td>
          <Table.Td>{p.judgedByName ?? p.byName}</Table.Td>
        </Table.Tr>
      ))}
    </Table.Tbody>
  </WideTable>
);
