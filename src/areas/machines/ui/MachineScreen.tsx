import { MACHINE } from '../../../ui/useMachineAct.ts';
import { leftText } from '../model/leftText.ts';
import { Box, Button, NativeSelect, NumberInput, Table, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Fragment, useState } from 'react';
import { get, postAct, type Act } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { AskWhy } from '../../../ui/AskWhy.tsx';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { findSetting } from '../../library/settings/catalogue.ts';
import { formatFigure, formatQuantity } from '../../../core/units/format.ts';
import { EmergencyStop } from '../../../ui/EmergencyStop.tsx';
import { StopNotice } from '../../../ui/StopNotice.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { fittedBy, maintenanceFor, maintenanceKinds, type MaintenanceKind } from '../model/maintenance.ts';
import { KnownPanel } from './KnownPanel.tsx';
import { undoOf } from '../model/undo.ts';
import { CareState } from './CareState.tsx';
import { LoadForms } from './LoadForms.tsx';
import type { MachineCard, MachinePage, ReportedState } from '../model/pages.ts';
import { WideTable } from '../../../ui/WideTable.tsx';
import { Side } from '../../../ui/Side.tsx';
import { ActForm } from '../../../ui/ActForm.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { FARM, IN_USE } from '../../library/model/list.ts';

const labels = (keys: readonly string[]): string => keys.map((k) => findSetting(k)?.label ?? k).join(', ');

/** What only somebody at the machine can say: speed set there, lid, temperature of the resin. */
function SaidForm({
  said,
  onSay,
}: {
  readonly said: ReportedState | null;
  readonly onSay: (said: Omit<ReportedState, 'byName' | 'at'>) => void;
}) {
  const [speed, setSpeed] = useState<number | string>(said?.speedPercent ?? 100);
  const [cap, setLid] = useState<ReportedState['lid']>(said?.lid ?? 'none');
  const [resin, setResin] = useState<number | string>(said?.resinC ?? '');
  const [inVat, setInVat] = useState<number | string>(said?.inVatMl ?? '');
  return (
    <ActForm
      mt={12}
      onAct={() => {
        const figure = (v: number | string): number | null => (v === '' ? null : Number(v));
        onSay({ speedPercent: Number(speed), lid: cap, resinC: figure(resin), inVatMl: figure(inVat) });
      }}
    >
      <NumberInput label="Speed set at the machine" suffix=" %" min={10} max={300} value={speed} onChange={setSpeed} />
      <NativeSelect
        label="Lid"
        data={['none', 'open', 'closed']}
        value={cap}
        onChange={(e) => setLid(e.currentTarget.value as ReportedState['lid'])}
      />
      <NumberInput label="Resin temperature" suffix=" °C" value={resin} onChange={setResin} placeholder="not resin" />
      <NumberInput
        label="Resin in the vat"
        suffix=" ml"
        min={0}
        value={inVat}
        onChange={setInVat}
        placeholder="not resin"
      />
      <Button variant="default" type="submit" disabled={speed === ''}>
        Record
      </Button>
      <span className="hint">
        {said ? `${said.byName}, ${dayAndTime(said.at)}` : 'Not recorded; rules that need it are not checked.'}
      </span>
    </ActForm>
  );
}

/** What is proven for the tool and material that are on a head. */
function Evidence({ of, proofs }: { readonly of: string | null; readonly proofs: MachinePage['proofs'] }) {
  return (
    <section className="stage">
      <h2>Evidence for what is mounted and loaded{of && `, ${of}`}</h2>
      {proofs.length > 0 && (
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>State</Table.Th>
              <Table.Th>What</Table.Th>
              <Table.Th className="n">Value</Table.Th>
              <Table.Th className="n">Allowed</Table.Th>
              <Table.Th>By</Table.Th>
              <Table.Th className="n">Age</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {proofs.map((p) => {
              const s = findSetting(p.key);
              const q = s && 'quantity' in s ? s.quantity : 'count';
              return (
                <Table.Tr key={p.key}>
                  <Table.Td className="nowrap">
                    <StateMark mark={p.state === 'unproven' ? 'unproven' : p.state} /> {p.state}
                    {p.because && <span className="hint"> {p.because}</span>}
                  </Table.Td>
                  <Table.Td>{s?.label}</Table.Td>
                  <Table.Td className="n">{formatQuantity(p.value, q)}</Table.Td>
                  <Table.Td className="n">
                    {formatFigure(p.range.min, q)} to {formatQuantity(p.range.max, q)}
                  </Table.Td>
                  <Table.Td>{p.trialId ? <a href={`/trials/${p.trialId}`}>{p.trialName}</a> : p.trialName}</Table.Td>
                  <Table.Td className="n">{p.ageDays} d</Table.Td>
                </Table.Tr>
              );
            })}
          </Table.Tbody>
        </WideTable>
      )}
      {proofs.length === 0 && (
        <Box component="p" className="hint" p={10}>
          Nothing is proven on this machine with this tool and material{of && ` on ${of}`}.
        </Box>
      )}
    </section>
  );
}

/** The spool or bottle that is loaded. */
const Loaded = ({ of, isResin }: { readonly of: MachineCard['loaded']; readonly isResin: boolean }) =>
  of ? (
    <a className="chip" href={`/machines/spools/${of.containerId}`}>
      {of.code}: {of.name}, lot {of.lot}, {leftText(of.remainingG, isResin)}
    </a>
  ) : (
    <span className="chip">nothing loaded</span>
  );

const maintenanceOf = (name: string): string => `/machines/maintenance?machine=${encodeURIComponent(name)}`;

export function MachineScreen({ id }: { readonly id: string }) {
  const client = useQueryClient();
  const mayChange = useMayChange();
  const isLead = usePerson().role === 'lead';
  const { data: m, error } = useQuery({
    queryKey: ['machine', id],
    queryFn: () => get('/api/machines/[id]', { id }),
  });
  const [head, setHead] = useState(0);
  const [tool, setTool] = useState('');
  const [kind, setKind] = useState<MaintenanceKind>('cleaning');
  const [note, setNote] = useState('');
  if (error && !m)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!m) return <p className="empty">Opening the machine…</p>;
  const act: Act<typeof MACHINE> = async (name, body, said) => {
    const back = undoOf({ path: name, body }, m);
    const undo = async (): Promise<void> => {
      await postAct(MACHINE, { id }, back!.path, back!.body);
      await client.invalidateQueries();
    };
    try {
      const r = await postAct(MACHINE, { id }, name, body);
      const leftQueue = r && 'leftQueue' in r ? r.leftQueue : [];
      notifySuccess(
        r && 'due' in r && r.due.length > 0
          ? `${said}. Now due: ${labels(r.due)}`
          : leftQueue.length > 0
            ? `${said}. No longer queued: ${leftQueue.join(', ')}`
            : r && 'code' in r
              ? `${said}: ${r.code}`
              : said,
        back && leftQueue.length === 0 ? undo : undefined, // jobs do not come back into the queue
      );
      await client.invalidateQueries();
      return true;
    } catch (e) {
      notifyError(e);
      return false;
    }
  };
  const isResin = m.technology === 'resin';
  const isInUse = m.state !== 'retired';
  const ownOf = (of: string) =>
    ({ from: '/api/profiles', of: { kind: of, technology: m.technology, state: IN_USE, origin: FARM } }) as const;
  return (
    <>
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">
            {m.place} · <a href={`/library/${m.printerId}`}>{m.printer}</a>
          </div>
          <h1>{m.name}</h1>
        </div>
        <span className="chip" data-state={m.state}>
          {m.state}
        </span>
        <span className="chip">{m.mounted?.name ?? 'no tool mounted'}</span>
        <Loaded of={m.loaded} isResin={isResin} />
        {m.others.map((h) => (
          <Fragment key={h.tool}>
            <span className="chip">
              head {h.tool + 1}: {h.mounted?.name ?? 'no tool mounted'}
            </span>
            <Loaded of={h.loaded} isResin={isResin} />
          </Fragment>
        ))}
        <div className="end">
          {mayChange && (
            <>
              {m.isStoppedFromHere && <EmergencyStop machineId={m.id} machineName={m.name} />}
              {isLead && m.state === 'ready' && (
                <AskWhy
                  button="Retire"
                  label={`Why ${m.name} is no longer in use`}
                  does="Retire it"
                  longest={500}
                  onWhy={(why) => void act('retire', { isRetired: true, why }, `${m.name} retired`)}
                />
              )}
              {isLead && !isInUse && (
                <Button onClick={() => void act('retire', { isRetired: false, why: '' }, `${m.name} restored`)}>
                  Restore
                </Button>
              )}
              {isLead && isInUse && (
                <>
                  <Button component="a" variant="default" href={`/machines/${m.id}/change`}>
                    Change
                  </Button>
                  <Button component="a" variant="default" href={`/machines/${m.id}/copy`}>
                    Copy
                  </Button>
                </>
              )}
              <Button component="a" variant="default" href={`/api/machines/${m.id}/label`} target="_blank">
                Label
              </Button>
              {isInUse && (
                <>
                  <Button component="a" variant="default" href={`/machines/${m.id}/care`}>
                    Care
                  </Button>
                  <Button component="a" variant="default" href={`/trials/due?machine=${m.id}`}>
                    Trials due
                  </Button>
                  <Button component="a" href={`/trials/new?machine=${m.id}`}>
                    Start a trial here
                  </Button>
                </>
              )}
            </>
          )}
        </div>
      </div>
      <div className="page two">
        <div>
          {(!isInUse || m.notes) && (
            <section className="stage" aria-label="Notes">
              {!isInUse && (
                <p>
                  {m.name} is retired: it starts nothing, and nothing is proposed for it. What it did stays readable.
                </p>
              )}
              {m.notes && <p className="aswritten">{m.notes}</p>}
            </section>
          )}
          {m.stop && (
            <StopNotice
              hasVat={isResin}
              machineId={m.id}
              machineName={m.name}
              stop={m.stop}
              {...(m.stop.of && { href: m.stop.of === 'job' ? `/checks/${m.stop.id}` : `/trials/${m.stop.id}` })}
              isUnknown={m.state === 'unknown'}
              mayChange={mayChange}
            />
          )}
          {m.care.length > 0 && (
            <section className="stage" aria-label="Care">
              <h2>
                Care <a href={`/machines/${m.id}/care`}>open</a>
              </h2>
              {m.care.map((c) => (
                <p key={c.key}>
                  {c.task.name}: <CareState of={c} />
                </p>
              ))}
            </section>
          )}
          <KnownPanel
            of={m}
            mayChange={mayChange}
            onLoad={(code, at) => void act('load', { code, head: at }, `${code} loaded`)}
          />
          <Evidence of={m.heads > 1 ? 'head 1' : null} proofs={m.proofs} />
          {m.others.map((h) => (
            <Evidence key={h.tool} of={`head ${h.tool + 1}`} proofs={h.proofs} />
          ))}
          {mayChange && (
            <section className="stage">
              <h2>Mount, load, log maintenance</h2>
              {m.heads > 1 && (
                <Box className="fields" mb={12}>
                  <NativeSelect
                    label="Head"
                    data={Array.from({ length: m.heads }, (_, i) => ({ value: String(i), label: `head ${i + 1}` }))}
                    value={String(head)}
                    onChange={(e) => setHead(Number(e.currentTarget.value))}
                  />
                  <span className="hint">What is mounted and loaded below goes to this head.</span>
                </Box>
              )}
              <ActForm
                onAct={() => {
                  void act('mount', { toolId: tool, note: '', head }, 'Tool mounted');
                }}
              >
                <RecordPick
                  label={isResin ? 'Mount a release film' : 'Mount a tool'}
                  {...ownOf('tool')}
                  value={tool}
                  onChange={setTool}
                />
                <Button variant="default" type="submit" disabled={!tool}>
                  Mount
                </Button>
                <span className="hint">
                  {isResin ? 'Counts as a change of film.' : 'Counts as a nozzle change; a tool put back counts again.'}
                </span>
              </ActForm>
              <LoadForms
                technology={m.technology}
                head={head}
                loaded={head === 0 ? m.loaded : (m.others.find((h) => h.tool === head)?.loaded ?? null)}
                onAct={act}
              />
              <ActForm
                mt={12}
                onAct={() => {
                  void act('maintenance', { kind, note }, `${maintenanceKinds[kind].label} logged`);
                  setNote('');
                }}
              >
                <NativeSelect
                  label="Log maintenance"
                  data={maintenanceFor(m.technology).map((key) => ({ value: key, label: maintenanceKinds[key].label }))}
                  value={kind}
                  onChange={(e) => setKind(e.currentTarget.value as MaintenanceKind)}
                />
                <TextInput
                  label={kind in fittedBy ? 'What was put on' : 'Note'}
                  value={note}
                  onChange={(e) => setNote(e.currentTarget.value)}
                />
                <Button variant="default" type="submit">
                  Log
                </Button>
                <span className="hint">
                  {maintenanceKinds[kind].due.length > 0
                    ? `Makes due: ${labels(maintenanceKinds[kind].due)}`
                    : 'Makes nothing due.'}
                </span>
              </ActForm>
              <SaidForm
                key={m.said?.at ?? 'unsaid'}
                said={m.said}
                onSay={(said) => void act('said', said, 'Recorded')}
              />
            </section>
          )}
        </div>
        <Side label="What was done here">
          <h3>Maintenance</h3>
          {m.maintenance.map((e) => (
            <Box component="p" key={e.id} className="hint" mb={6}>
              <b>{maintenanceKinds[e.kind as MaintenanceKind].label}</b>
              {e.note && `: ${e.note}`}
              <br />
              {e.byName} · {dayAndTime(e.at)}
            </Box>
          ))}
          {m.maintenance.length === 0 && <p className="hint">None logged.</p>}
          {m.maintenance.length > 0 && <a href={maintenanceOf(m.name)}>All maintenance of {m.name}</a>}
          <h3>Events</h3>
          {m.events.slice(0, 10).map((e) => (
            <Box component="p" key={e.id} className="hint" mb={6}>
              {e.what}
              {typeof e.to === 'string' && `: ${e.to}`}
              <br />
              {e.whoName} · {dayAndTime(e.at)}
            </Box>
          ))}
        </Side>
      </div>
    </>
  );
}
