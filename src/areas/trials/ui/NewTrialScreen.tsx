import { NativeSelect, SegmentedControl } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { formatDuration } from '../../../core/units/format.ts';
import { call, post } from '../../../ui/api.ts';
import { go } from '../../../ui/router.tsx';
import { tellRefused } from '../../../ui/tell.tsx';
import type { ProfileRow } from '../../library/model/records.ts';
import type { MachineCard } from '../../machines/model/pages.ts';
import type { TrialPlan } from '../model/trial.ts';
import { CouponDrawing } from './CouponDrawing.tsx';

export function NewTrialScreen() {
  const machines = useQuery({ queryKey: ['machines'], queryFn: () => call<MachineCard[]>('/api/machines') });
  const processes = useQuery({ queryKey: ['profiles', '', 'process'], queryFn: () => call<ProfileRow[]>('/api/profiles?kind=process') });
  const [machineId, setMachineId] = useState(''), [processId, setProcessId] = useState(''), [walls, setWalls] = useState<'1' | '2'>('1'), [busy, setBusy] = useState(false);
  useEffect(() => { setMachineId(new URLSearchParams(location.search).get('machine') ?? ''); }, []);
  const m = machines.data?.find((x) => x.id === machineId) ?? null;
  const input = m?.mounted && m.loaded && processId ? { machineId: m.id, toolId: m.mounted.id, materialId: m.loaded.id, processId, walls: Number(walls) as 1 | 2 } : null;
  const preview = useQuery({ queryKey: ['preview', input], enabled: input !== null, retry: false, queryFn: () => post<{ plan: TrialPlan; lot: string }>('/api/trials/preview', input) });
  const plan = preview.data?.plan;
  const start = async (): Promise<void> => { setBusy(true); try { const made = await post<{ id: string }>('/api/trials', input); go(`/trials/${made.id}`); } catch (e) { tellRefused(e); setBusy(false); } };
  return (
    <>
      <div className="band"><div><div className="kind">New flow trial</div><h1>How much filament does this machine really lay?</h1></div><div className="end"><button className="btn p" disabled={!plan || busy} onClick={() => void start()}>Plan this trial</button></div></div>
      <div className="page two"><div>
        <section className="stage"><div className="fields">
          <NativeSelect label="Machine" value={machineId} onChange={(e) => setMachineId(e.currentTarget.value)} data={[{ value: '', label: 'choose…' }, ...(machines.data ?? []).map((x) => ({ value: x.id, label: `${x.name} (${x.place})` }))]} />
          <NativeSelect label="Process" value={processId} onChange={(e) => setProcessId(e.currentTarget.value)} data={[{ value: '', label: 'choose…' }, ...(processes.data ?? []).map((p) => ({ value: p.id, label: p.name }))]} />
          <div><div style={{ fontWeight: 500, fontSize: 14, marginBottom: 3 }}>Walls</div><SegmentedControl size="xs" value={walls} onChange={(v) => setWalls(v as '1' | '2')} data={[{ value: '1', label: 'one' }, { value: '2', label: 'two' }]} /></div></div>
          {m && <p className="hint" style={{ marginTop: 10 }}>Mounted: <b>{m.mounted?.name ?? 'nothing, mount a tool first'}</b>. Loaded: <b>{m.loaded ? `${m.loaded.name}, lot ${m.loaded.lot}` : 'nothing, load a material first'}</b>. To prove another tool or material, <a href={`/machines/${m.id}`}>mount and load it</a>.</p>}
          {preview.error && <p role="alert" style={{ color: 'var(--oxide)', marginTop: 8 }}>{preview.error.message}</p>}</section>
        {plan ? <section className="stage"><h2>The coupon, to scale</h2><CouponDrawing plan={plan} zMm={null} side={null} /></section> : <p className="empty">Choose a machine and a process. The coupon is made for that very machine: its start and end blocks, its travel, its way of counting filament.</p>}
      </div>
      <aside className="side"><h3>What it proves</h3><p className="hint">The flow of this material with this tool on this machine, with an interval. Accepted, it becomes a limit that job checks enforce.</p>
        {plan && <><h3>What it takes</h3><dl className="kv"><dt>print</dt><dd>{formatDuration(plan.timeS)}</dd><dt>material</dt><dd>{plan.massG.toFixed(1)} g</dd><dt>cost</dt><dd>€ {plan.cost.toFixed(2)}</dd><dt>readings</dt><dd>{plan.readingsWanted}, 3 a side</dd><dt>own time</dt><dd>about 5 min</dd></dl>
          <h3>Printed with</h3><dl className="kv"><dt>flow</dt><dd>{plan.flow.toFixed(3)}</dd><dt>nozzle</dt><dd>{plan.nozzleC} °C</dd><dt>bed</dt><dd>{plan.bedC} °C</dd><dt>layer</dt><dd>{plan.layerHeightMm} mm</dd><dt>line</dt><dd>{plan.lineWidthMm} mm</dd></dl></>}
        <h3>What it needs</h3><p className="hint">A dry spool, a calliper of 0.01 mm, and bed and temperature settled first.</p></aside></div>
    </>
  );
}
