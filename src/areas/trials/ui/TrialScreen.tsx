import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, post } from '../../../ui/api.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { tellDone, tellRefused } from '../../../ui/tell.tsx';
import type { TrialPage } from '../model/pages.ts';
import { CouponDrawing } from './CouponDrawing.tsx';
import { Decide } from './Decide.tsx';
import { PrintStage } from './PrintStage.tsx';
import { ReadingCells } from './ReadingCells.tsx';
import { SideChart } from './SideChart.tsx';

const steps = ['planned', 'printing', 'measuring', 'decided'] as const;

/** Plan, print, measure, decide: one page that grows downward. */
export function TrialScreen({ id }: { readonly id: string }) {
  const client = useQueryClient(), mayChange = useMayChange();
  const { data: t, error } = useQuery({ queryKey: ['trial', id], queryFn: () => call<TrialPage>(`/api/trials/${id}`), refetchInterval: (q) => (q.state.data?.state === 'printing' ? 1500 : false) });
  const [side, setSide] = useState<string | null>(null);
  if (error) return <p className="empty" role="alert">{error.message}</p>;
  if (!t) return <p className="empty">Opening the trial…</p>;
  const refresh = (): Promise<void> => client.invalidateQueries({ queryKey: ['trial', id] });
  const wish = async (w: 'print' | 'pause' | 'cancel'): Promise<void> => { try { await post(`/api/trials/${id}/print`, { wish: w }); await refresh(); } catch (e) { tellRefused(e); } };
  const decide = async (outcome: 'accepted' | 'set aside', why: string): Promise<void> => {
    try { const r = await post<{ value: number; pairingRevision: number | null }>(`/api/trials/${id}/decision`, { outcome, why }); tellDone(outcome === 'accepted' ? `Flow ${r.value.toFixed(3)} is proven: pairing revision ${r.pairingRevision}` : 'Set aside'); await client.invalidateQueries(); } catch (e) { tellRefused(e); }
  };
  const open = t.state !== 'accepted' && t.state !== 'set aside', step = open ? (t.state === 'interrupted' ? 'printing' : t.state) : 'decided';
  return (
    <>
      <div className="band"><div><div className="kind">Flow · {t.name} · <a href={`/machines/${t.machineId}`}>{t.machineName}</a> · {t.toolName} · <a href={`/library/${t.materialId}`}>{t.materialName}</a> · lot {t.lot} · {t.processName}</div><h1>How much filament does {t.machineName.replace('Rifugio ', '')} really lay?</h1></div>
        <div className="end steps" aria-label="Steps">{steps.map((s) => <span key={s} aria-current={step === s ? 'step' : undefined}>{s === 'measuring' && step === 'measuring' ? `measuring ${t.readings.length} of ${t.plan.readingsWanted}` : s === 'decided' && !open ? t.state : s === 'printing' && t.state === 'interrupted' ? 'interrupted' : s}</span>)}</div></div>
      <div className="page two"><div>
        <PrintStage trial={t} mayChange={mayChange} onWish={(w) => void wish(w)} />
        <section className="stage"><h2>Measure <span className="hint">wall thickness in mm, three places on each side, at mid-height</span></h2>
          <div className="measure"><ReadingCells trial={t} mayChange={mayChange && (t.state === 'planned' || t.state === 'measuring')} onSide={setSide} onKept={() => void refresh()}><SideChart trial={t} /></ReadingCells></div></section>
        <section className="stage"><h2>The coupon</h2><CouponDrawing plan={t.plan} zMm={t.state === 'printing' || t.state === 'interrupted' ? t.progress?.zMm ?? 0 : null} side={side} /></section>
      </div>
      <aside className="side">
        {t.analysis ? <><h3>So far</h3><p className="lead">{t.analysis.sentence}</p>
          <dl className="kv"><dt>flow by bead area</dt><dd>{t.analysis.flow.toFixed(3)}</dd><dt>95 % interval</dt><dd>{t.analysis.interval.map((v) => v.toFixed(3)).join(' to ')}</dd><dt>by width ratio</dt><dd>{t.analysis.flowByWidth.toFixed(3)}</dd><dt>printed with</dt><dd>{t.plan.flow.toFixed(3)}</dd><dt>line width</dt><dd>{t.analysis.lineWidthMm.toFixed(3)} mm</dd><dt>wanted</dt><dd>{t.plan.lineWidthMm.toFixed(3)} mm</dd></dl></>
          : <><h3>Nothing concluded yet</h3><p className="lead" style={{ fontSize: 15 }}>{t.refusal}</p><p className="hint">A value comes with eight readings, two or more on every side.</p></>}
        {open && mayChange && <Decide trial={t} onDecide={(o, w) => void decide(o, w)} />}
        {t.decision && <><h3>{t.decision.outcome === 'accepted' ? 'Accepted' : 'Set aside'}</h3><p className="hint">{t.decision.byName}, {t.decidedAt && dayAndTime(t.decidedAt)}. {t.decision.why}</p>{t.decision.outcome === 'accepted' && <dl className="kv"><dt>flow</dt><dd>{t.decision.before.toFixed(3)} → {t.decision.value.toFixed(3)}</dd><dt>allowed</dt><dd>{t.decision.range.map((v) => v.toFixed(3)).join(' to ')}</dd><dt>pairing</dt><dd>revision {t.decision.pairingRevision}</dd></dl>}</>}
        {t.proof && <><h3>Evidence now</h3><p className="hint">{t.proof.state === 'proven' ? `Flow ${t.proof.value.toFixed(3)} proven by ${t.proof.trialName}, ${t.proof.ageDays} d ago.` : `${t.proof.state}: ${t.proof.because}.`}</p></>}
        <h3>Conditions</h3><dl className="kv"><dt>nozzle</dt><dd>{t.plan.nozzleC} °C</dd><dt>bed</dt><dd>{t.plan.bedC} °C</dd><dt>layer</dt><dd>{t.plan.layerHeightMm} mm</dd><dt>planned</dt><dd>{day(t.createdAt)}</dd><dt>by</dt><dd>{t.createdByName}</dd></dl>
      </aside></div>
    </>
  );
}
