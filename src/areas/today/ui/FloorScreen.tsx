import { Box, Button, Progress, SegmentedControl, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { get } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { EmergencyStop } from '../../../ui/EmergencyStop.tsx';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { leftText } from '../../machines/model/leftText.ts';
import type { FloorChange, FloorRow } from '../../machines/model/pages.ts';
import {
  byPlace,
  floorFilters,
  movingStates,
  shownOf,
  wantedAt,
  type FloorCard,
  type FloorFilter,
} from '../model/floor.ts';
import css from './FloorScreen.module.css';

/** Puts what changes of rows into the list, without asking for the list again. */
function useFloor() {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/floor/live');
    // what changed before it listened, or while the line was cut, was told to others
    source.onopen = () => void client.invalidateQueries({ queryKey: ['floor'] });
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const rows = new Map((JSON.parse(data) as readonly FloorChange[]).map((row) => [row.id, row]));
      client.setQueryData<FloorCard[]>(['floor'], (cards) => cards?.map((c) => ({ ...c, ...rows.get(c.id) })));
    };
    return () => source.close();
  }, [client]);
  return useQuery({
    queryKey: ['floor'],
    queryFn: () => get('/api/floor'),
    refetchInterval: 60_000,
  });
}

/** Machines that are no longer in use: their pages stay. */
function Retired() {
  const { data = [] } = useQuery({
    queryKey: ['retired machines'],
    queryFn: () => get('/api/machines/retired'),
  });
  if (data.length === 0) return null;
  return (
    <p className="hint">
      Retired:{' '}
      {data.map((m, i) => (
        <span key={m.id}>
          {i > 0 && ', '}
          <a href={`/machines/${m.id}`}>{m.name}</a>
        </span>
      ))}
    </p>
  );
}

/** Every machine by place: what it prints until when, how warm it is, what stopped it, and what a person has to do there next. */
export function FloorScreen() {
  const isLead = usePerson().role === 'lead';
  const [filter, setFilter] = useState<FloorFilter>('all');
  const [search, setSearch] = useState('');
  const { data, error } = useFloor();
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  const shown = shownOf(data ?? [], filter, search);
  const count = (of: FloorFilter): number => shownOf(data ?? [], of, '').length;
  return (
    <>
      <MachineRooms here="/machines" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">The floor, by place</div>
          <h1>Machines</h1>
        </div>
        <TextInput
          aria-label="Search the floor"
          placeholder="Search the floor"
          value={search}
          onChange={(e) => setSearch(e.currentTarget.value)}
        />
        <SegmentedControl
          aria-label="Show"
          value={filter}
          onChange={(v) => setFilter(v as FloorFilter)}
          data={Object.entries(floorFilters).map(([value, label]) => ({
            value,
            label: `${label} ${count(value as FloorFilter)}`,
          }))}
        />
        {isLead && (
          <div className="end">
            <Button component="a" href="/machines/new">
              Add a machine
            </Button>
          </div>
        )}
      </div>
      <div className="body">
        {byPlace(shown).map(([place, machines]) => (
          <Box component="section" key={place} mb={20}>
            <Box component="h2" fz={13} mb={8}>
              {place}
            </Box>
            {machines.map((m) => (
              <Row key={m.id} of={m} />
            ))}
          </Box>
        ))}
        {data && data.length > 0 && shown.length === 0 && <p className="empty">No machine is like that now.</p>}
        <Retired />
        {data?.length === 0 && (
          <p className="empty">
            No machines yet. A machine is one unit on the floor, of a printer profile, with its mounted tool and loaded
            lot; a lead adds it.
          </p>
        )}
      </div>
    </>
  );
}

function Row({ of: m }: { readonly of: FloorCard }) {
  const mayChange = useMayChange();
  const wanted = wantedAt(m);
  const isResin = m.technology === 'resin';
  return (
    <article className={css.row} data-machine={m.name} data-state={m.state}>
      <div>
        <a className={css.name} href={`/machines/${m.id}`}>
          <b>{m.name}</b>
        </a>
        <div className="hint">{m.printer}</div>
      </div>
      <div>
        <span className="chip" data-state={m.state}>
          {m.state}
        </span>
        <div className="hint">
          {m.evidence.proven} proven{m.evidence.due > 0 && `, ${m.evidence.due} due`}
        </div>
      </div>
      <div className={css.print}>
        {m.print?.isUnderWay ? <Printing of={m.print} isResin={isResin} /> : <OnHeads of={m} />}
      </div>
      <div>
        {wanted && (
          <>
            <StateMark mark={wanted.how === 'stands' ? 'outside' : wanted.how === 'soon' ? 'due' : 'note'} />{' '}
            <a href={wanted.href}>{wanted.says}</a>
          </>
        )}
        {m.state === 'stopped' && m.stop && <div className="hint">{m.stop.why}</div>}
      </div>
      <div>
        {mayChange && m.isStoppedFromHere && (
          <EmergencyStop machineId={m.id} machineName={m.name} isNamed isQuiet={!movingStates.includes(m.state)} />
        )}
      </div>
    </article>
  );
}

const Printing = ({ of: p, isResin }: { readonly of: NonNullable<FloorRow['print']>; readonly isResin: boolean }) => {
  const h = p.heard;
  return (
    <>
      <a href={`/${p.of === 'job' ? 'checks' : 'trials'}/${p.ofId}`}>{p.name}</a>{' '}
      <span className="hint">until about {dayAndTime(p.expected)}</span>
      {h && !h.isUnheard && (
        <>
          <Progress value={100 * h.share} size="sm" aria-label={`${p.name}, ${Math.floor(100 * h.share)} % done`} />
          <div className="hint f">
            {h.phase} · {h.zMm.toFixed(2)} mm ·{' '}
            {isResin
              ? h.resinC !== undefined && `resin ${h.resinC.toFixed(1)} °C`
              : `nozzle ${h.nozzleC.toFixed(0)}/${h.nozzleTargetC}, bed ${h.bedC.toFixed(0)}/${h.bedTargetC} °C`}
          </div>
        </>
      )}
      {h?.isUnheard && <div className="hint">{h.phase}: nothing is heard of it</div>}
      {h?.message && <div>{h.message}</div>}
    </>
  );
};

const OnHeads = ({ of: m }: { readonly of: FloorCard }) => (
  <>
    {m.onHeads.map((h) => (
      <div key={h.head} className="hint">
        {m.onHeads.length > 1 && `head ${h.head + 1}: `}
        {h.toolName ?? 'no tool'} ·{' '}
        {h.materialName
          ? `${h.materialName}, ${leftText(h.remainingG, m.technology === 'resin')} left`
          : 'nothing loaded'}
      </div>
    ))}
    {m.onHeads.length === 0 && <span className="hint">nothing mounted, nothing loaded</span>}
  </>
);
