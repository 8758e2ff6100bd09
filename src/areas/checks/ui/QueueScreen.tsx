import { Box, Button, Group, Table } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { formatDuration } from '../../../core/units/format.ts';
import { get, post, type ActBody } from '../../../ui/api.ts';
import type { JOB } from './jobAct.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { OrderButtons } from '../../../ui/OrderButtons.tsx';
import { notifyError } from '../../../ui/notify.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import type { QueuePage, QueueRow } from '../model/pages.ts';

type Machines = QueuePage['machines'];

/** What waits for which machine, when each is done by this order, and what each machine prints next. */
export function QueueScreen() {
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ['queue'],
    queryFn: () => get('/api/jobs/queue'),
    refetchInterval: 60_000, // the clock goes on where nothing else does
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  const put = async (jobId: string, body: ActBody<typeof JOB, 'queue'>): Promise<void> => {
    try {
      await post('/api/jobs/[id]/queue', { id: jobId }, body);
    } catch (e) {
      notifyError(e);
    }
    await client.invalidateQueries({ queryKey: ['queue'] });
  };
  const { machines = [], rows = [] } = data ?? {};
  const queues = [...new Set(rows.map((r) => r.queueId))].map((id) => rows.filter((r) => r.queueId === id));
  const late = rows.filter((r) => r.lateS !== null).length;
  return (
    <>
      <JobRooms here="/checks/queue" />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">Approved jobs, in the order they are printed</div>
          <h1>Queue</h1>
        </div>
        {rows.length > 0 && (
          <>
            <span className="chip">
              {rows.length} {rows.length === 1 ? 'job waits' : 'jobs wait'}
            </span>
            {late > 0 && (
              <span className="chip">
                <StateMark mark="due" /> {late} late
              </span>
            )}
          </>
        )}
      </div>
      <div className="body">
        {queues.map((of) => (
          <Queue key={of[0]!.queueId} rows={of} machines={machines} put={put} />
        ))}
        {data && rows.length === 0 && (
          <p className="empty">
            Nothing waits. An approved job is queued on its page, for its machine or for any machine like it; it comes
            to stand by its due date, and is proposed when its machine is free.
          </p>
        )}
        {rows.length > 0 && (
          <p className="hint">
            Times by the estimates of the checks, one print after the other; clearing a plate takes a person and is not
            counted.
          </p>
        )}
      </div>
    </>
  );
}

function Queue({
  rows,
  machines,
  put,
}: {
  readonly rows: readonly QueueRow[];
  readonly machines: Machines;
  readonly put: (jobId: string, body: ActBody<typeof JOB, 'queue'>) => Promise<void>;
}) {
  const mayChange = useMayChange();
  const { of, queueId } = rows[0]!;
  const m = machines.find((x) => (of === 'machine' ? x.id : x.printerId) === queueId);
  if (!m) return null;
  const sisters = machines.filter((x) => x.printerId === m.printerId);
  return (
    <Box component="section" mb={20} aria-label={of === 'machine' ? m.name : m.printer}>
      <Box component="h2" fz={13} mb={8}>
        {of === 'machine' ? (
          <>
            <a href={`/machines/${m.id}`}>{m.name}</a>{' '}
            <span className="hint">
              {m.place} · {m.state}
              {m.expected && ` until about ${dayAndTime(m.expected)}`}
            </span>
          </>
        ) : (
          <>
            Any {m.printer}{' '}
            <span className="hint">
              {sisters.length} {sisters.length === 1 ? 'machine' : 'machines'},{' '}
              {sisters.filter((x) => x.state === 'ready').length} ready
            </span>
          </>
        )}
      </Box>
      <WideTable>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Job</Table.Th>
            <Table.Th className="n">Prints</Table.Th>
            <Table.Th>Due</Table.Th>
            <Table.Th>Machine</Table.Th>
            <Table.Th>From, until</Table.Th>
            <Table.Th>To do first</Table.Th>
            {mayChange && <Table.Th />}
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {rows.map((r, i) => (
            <Table.Tr key={r.jobId} data-job={r.name} data-late={r.lateS !== null}>
              <Table.Td>
                <a href={`/checks/${r.jobId}`}>
                  {r.name} {r.title}
                </a>
              </Table.Td>
              <Table.Td className="n f nowrap">
                {r.prints} × {formatDuration(r.timeS)}
              </Table.Td>
              <Table.Td className="nowrap">{r.due && day(r.due)}</Table.Td>
              <Table.Td>
                {machines.find((x) => x.id === r.machineId)?.name}
                {r.machineId !== null &&
                  machines.some((x) => x.next === r.jobId && x.id === r.machineId && x.state === 'ready') && (
                    <>
                      {' '}
                      <b>next</b>
                    </>
                  )}
              </Table.Td>
              <Table.Td className="nowrap">
                {r.startAt && r.endAt ? (
                  `${dayAndTime(r.startAt)} – ${dayAndTime(r.endAt)}`
                ) : (
                  <span className="hint">waits for its machine</span>
                )}
                {r.lateS !== null && (
                  <div>
                    <StateMark mark="due" /> {formatDuration(r.lateS)} late
                  </div>
                )}
              </Table.Td>
              <Table.Td>
                {r.evidence && r.endAt && r.evidence.until < r.endAt && (
                  <div>
                    <StateMark mark="due" /> {r.evidence.label} is proven until {day(r.evidence.until)}
                  </div>
                )}
                {r.changes.length === 0 ? <span className="hint">nothing</span> : r.changes.join('; ')}
              </Table.Td>
              {mayChange && (
                <Table.Td>
                  <Group gap={4} wrap="nowrap" justify="flex-end">
                    <OrderButtons
                      of={r.name}
                      at={i}
                      count={rows.length}
                      out={`Take ${r.name} out of the queue`}
                      onMove={(to) => void put(r.jobId, { of, before: rows[to > i ? to + 1 : to]?.jobId ?? null })}
                      onRemove={() => void put(r.jobId, { of: null })}
                    />
                    <Button component="a" variant="default" size="compact-sm" href={`/checks/${r.jobId}`}>
                      Open
                    </Button>
                  </Group>
                </Table.Td>
              )}
            </Table.Tr>
          ))}
        </Table.Tbody>
      </WideTable>
    </Box>
  );
}
