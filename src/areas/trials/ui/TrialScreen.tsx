import { Box, Button } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { agreementOf } from '../../../core/fitting/agreement.ts';
import { get, post } from '../../../ui/api.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { navigate } from '../../../ui/router.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { fullSetOf, readingsThere } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';
import { placeLooks } from './placeLooks.ts';
import { conditionRows } from './conditionRows.ts';
import { ReadingGrid } from './ReadingGrid.tsx';
import { CouponDrawing } from './CouponDrawing.tsx';
import { Decide } from './Decide.tsx';
import { PlaceTable } from './PlaceTable.tsx';
import { PrintStage } from './PrintStage.tsx';
import type { AskedWish } from '../../machines/model/print.ts';
import { Side } from '../../../ui/Side.tsx';

const StackView = lazy(async () => ({ default: (await import('./StackView.tsx')).StackView }));
const ToolpathView = lazy(async () => ({ default: (await import('./ToolpathView.tsx')).ToolpathView }));
const ControlChart = lazy(async () => ({ default: (await import('./ControlChart.tsx')).ControlChart }));
const steps = ['planned', 'printing', 'measuring', 'decided'] as const;

/** Plan, print, measure, decide: one page that grows downward, for every kind of trial. */
export function TrialScreen({ id }: { readonly id: string }) {
  const client = useQueryClient();
  const mayChange = useMayChange();
  const { data: t, error } = useQuery({
    queryKey: ['trial', id],
    queryFn: () => get('/api/trials/[id]', { id }),
    refetchInterval: (q) => (q.state.data?.state === 'printing' ? 1500 : false),
  });
  const [place, setPlace] = useState<string | null>(null);
  const [isPath, setPath] = useState(false);
  if (error && !t)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!t) return <p className="empty">Opening the trial…</p>;
  const kind = kindOf(t.kind);
  const refresh = (): Promise<void> => client.invalidateQueries({ queryKey: ['trial', id] });
  const wish = async (w: AskedWish): Promise<void> => {
    try {
      await post('/api/trials/[id]/print', { id }, { wish: w });
      await refresh();
    } catch (e) {
      notifyError(e);
    }
  };
  const decide = async (outcome: 'accepted' | 'set aside', why: string): Promise<void> => {
    try {
      const r = await post('/api/trials/[id]/decision', { id }, { outcome, why });
      notifySuccess(
        outcome === 'accepted' && r.written.length === 0
          ? 'Saved to the series'
          : outcome === 'accepted'
            ? `${r.written
                .map((w) => {
                  const s = findSetting(w.setting)!;
                  return `${s.label} ${showValue(s, w.value)}`;
                })
                .join(', ')} proven: pairing revision ${r.pairingRevision}`
            : 'Set aside',
      );
      await client.invalidateQueries();
    } catch (e) {
      notifyError(e);
    }
  };
  const extend = async (bands: readonly number[]): Promise<void> => {
    try {
      const made = await post('/api/trials', {
        kind: t.kind,
        machineId: t.machineId,
        toolId: t.toolId,
        materialId: t.materialId,
        processId: t.processId,
        bands,
        options: Object.fromEntries((kind.options ?? []).map((o) => [o.key, t.plan.params[o.key] ?? o.default])),
        recipeId: t.plan.recipeId,
      });
      notifySuccess(`${made.name} carries it on`);
      navigate(`/trials/${made.id}`);
    } catch (e) {
      notifyError(e);
    }
  };
  const isOpen = t.state !== 'accepted' && t.state !== 'set aside';
  const step = isOpen ? (t.state === 'interrupted' ? 'printing' : t.state) : 'decided';
  const mayMeasure = mayChange && ['planned', 'measuring', 'interrupted'].includes(t.state);
  const isResin = kind.technology === 'resin';
  const a = t.analysis;
  const charts = [...new Set(t.earlier.map((e) => e.setting))]
    .map((setting) => ({
      setting,
      values: t.earlier.filter((e) => e.setting === setting && !e.isSister && e.materialName === t.materialName),
    }))
    .filter((c) => c.values.length > 0);
  const sisters = t.earlier.filter((e) => e.isSister && e.materialName === t.materialName);
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">
            {kind.label} · {t.name} · <a href={`/machines/${t.machineId}`}>{t.machineName}</a> · {t.toolName} ·{' '}
            <a href={`/library/${t.materialId}`}>{t.materialName}</a> · lot {t.lot} · {t.processName}
          </div>
          <h1>{kind.question.replace('{machine}', t.machineName)}</h1>
        </div>
        <div className="end steps" aria-label="Steps">
          {steps.map((s) => (
            <span key={s} aria-current={step === s ? 'step' : undefined}>
              {s === 'measuring' && step === 'measuring'
                ? `measuring ${readingsThere(kind, t.readings)} of ${fullSetOf(kind, t.plan.bands.length).length}`
                : s === 'decided' && !isOpen
                  ? t.state
                  : s === 'printing' && t.state === 'interrupted'
                    ? 'interrupted'
                    : s}
            </span>
          ))}
        </div>
      </div>
      <div className="page two">
        <div>
          {t.plan.plate && isOpen && (
            <Box component="p" className="hint" pt={8} pr={20} pb={0} pl={20}>
              Coupon {t.plan.plate.place} of {t.plan.plate.of} on one plate,{' '}
              {t.plan.plate.host ? (
                <>
                  printed by <a href={`/trials/${t.plan.plate.host}`}>the first of them</a>; its own program lays it
                  alone.
                </>
              ) : (
                'which this trial prints for all of them, one after the other.'
              )}
            </Box>
          )}
          {t.gcodeBytes > 0 && <PrintStage trial={t} mayChange={mayChange} onWish={(w) => void wish(w)} />}
          <section className="stage">
            <h2>
              Measure <span className="hint">{kind.reading}</span>
            </h2>
            {kind.axis ? (
              <ReadingGrid key={t.id} trial={t} mayChange={mayMeasure} onKept={() => void refresh()} />
            ) : (
              <PlaceTable
                key={t.id}
                trial={t}
                mayChange={mayMeasure}
                onKept={() => void refresh()}
                onPlace={setPlace}
              />
            )}
          </section>
          {t.plan.shapes.length > 0 && (
            <section className="stage">
              <h2>
                {t.gcodeBytes > 0 ? 'The coupon' : 'Where it is read'}{' '}
                {t.gcodeBytes > 0 && (
                  <Button variant="subtle" size="compact-xs" aria-pressed={isPath} onClick={() => setPath(!isPath)}>
                    {isPath ? 'show the drawing' : isResin ? 'show the plate by layer' : 'show the path by layer'}
                  </Button>
                )}{' '}
                <a className="hint" href={`/api/trials/${t.id}/drawing`} target="_blank" rel="noreferrer">
                  drawing 1:1 for paper
                </a>
                {(t.plan.solids || (isResin && t.gcodeBytes > 0)) && (
                  <span className="hint">
                    {' '}
                    · its body as <a href={`/api/trials/${t.id}/solid`}>3MF</a> or{' '}
                    <a href={`/api/trials/${t.id}/solid?format=stl`}>STL</a>
                  </span>
                )}
              </h2>
              {isPath ? (
                <Suspense fallback={<p className="hint">Opening…</p>}>
                  {isResin ? <StackView trial={t} /> : <ToolpathView trial={t} />}
                </Suspense>
              ) : (
                <CouponDrawing
                  plan={t.plan}
                  zMm={
                    (t.state === 'printing' || t.state === 'interrupted') && !t.progress?.isUnheard
                      ? (t.progress?.zMm ?? 0)
                      : null
                  }
                  place={place}
                  looks={placeLooks(t)}
                />
              )}
            </section>
          )}
        </div>
        <Side label="Result">
          {a ? (
            <>
              <h3>So far</h3>
              <p className="lead">{a.sentence}</p>
              {a.warnings.map((w) => (
                <p key={w} className="ledge hint doubt">
                  {w}
                </p>
              ))}
              <dl className="kv">
                {a.figures.map(([label, text]) => [<dt key={label}>{label}</dt>, <dd key={`${label}v`}>{text}</dd>])}
              </dl>
              <p className="hint">
                Method: {a.method.name}, version {a.method.version}.
              </p>
            </>
          ) : (
            <>
              <h3>Nothing concluded yet</h3>
              <Box component="p" className="lead" fz={15}>
                {t.refusal}
              </Box>
            </>
          )}
          <Agreement trial={t} />
          {t.series.length > 0 && (
            <>
              <h3>The series</h3>
              <ol className="series">
                {t.series.map((p, i) => (
                  <li key={p.id} className="hint">
                    <a href={`/trials/${p.id}`}>{p.name}</a>, {day(p.at)}
                    <br />
                    {i + 1 < t.series.length
                      ? `then changed: ${p.changedSince.join('; ') || 'nothing on record'}`
                      : `changed for this print: ${p.changedSince.join('; ') || 'nothing on record'}`}
                  </li>
                ))}
              </ol>
            </>
          )}
          {isOpen && mayChange && (
            <Decide trial={t} onDecide={(o, w) => void decide(o, w)} onExtend={(b) => void extend(b)} />
          )}
          {t.decision && (
            <>
              <h3>
                {t.decision.outcome === 'set aside' ? 'Set aside' : kind.isSeries ? 'Saved to the series' : 'Accepted'}
              </h3>
              <p className="hint">
                {t.decision.byName}, {t.decidedAt && dayAndTime(t.decidedAt)}. {t.decision.why}
              </p>
              {t.decision.analysis && a && t.decision.analysis.version !== a.method.version && (
                <p className="hint">
                  Decided by version {t.decision.analysis.version} of the method, which said:{' '}
                  {t.decision.analysis.sentence} Above stands what version {a.method.version} says of the same readings.
                </p>
              )}
              {t.decision.written.length > 0 && (
                <dl className="kv">
                  {t.decision.written.map((w) => {
                    const s = findSetting(w.setting)!;
                    return [
                      <dt key={w.setting}>{s.label}</dt>,
                      <dd key={`${w.setting}v`}>
                        {w.before === null ? '–' : showValue(s, w.before)} → {showValue(s, w.value)}
                      </dd>,
                      <dt key={`${w.setting}a`}>allowed</dt>,
                      <dd key={`${w.setting}b`}>
                        {showValue(s, w.range[0])} to {showValue(s, w.range[1])}
                      </dd>,
                    ];
                  })}
                  <dt>pairing</dt>
                  <dd>revision {t.decision.pairingRevision}</dd>
                </dl>
              )}
            </>
          )}
          {t.proofs.length > 0 && (
            <>
              <h3>Evidence now</h3>
              {t.proofs.map((p) => {
                const s = findSetting(p.key)!;
                return (
                  <p key={p.key} className="hint">
                    {p.state === 'proven'
                      ? `${s.label} ${showValue(s, p.value)} proven by ${p.trialName}, ${p.ageDays} d ago.`
                      : `${s.label}: ${p.state}, ${p.because}.`}
                  </p>
                );
              })}
            </>
          )}
          {charts.length > 0 && (
            <>
              <h3>Over time</h3>
              <Suspense fallback={<p className="hint">Drawing…</p>}>
                {charts.map((c) => (
                  <ControlChart key={c.setting} setting={c.setting} values={c.values} work={t.work} />
                ))}
              </Suspense>
            </>
          )}
          {sisters.length > 0 && (
            <>
              <h3>On sister machines</h3>
              {sisters.slice(-4).map((e) => {
                const s = findSetting(e.setting)!;
                return (
                  <p key={`${e.id}${e.setting}`} className="hint">
                    {e.machineName}: {s.label.toLowerCase()} {showValue(s, e.value)}, {day(e.at)}
                  </p>
                );
              })}
            </>
          )}
          <h3>Conditions</h3>
          <dl className="kv">
            {conditionRows(kind, t.plan).map(([label, text]) => [
              <dt key={label}>{label}</dt>,
              <dd key={`${label}v`}>{text}</dd>,
            ])}
            <dt>planned</dt>
            <dd>{day(t.createdAt)}</dd>
            <dt>by</dt>
            <dd>{t.createdByName}</dd>
          </dl>
        </Side>
      </div>
    </>
  );
}

/** How far two people who read the same places agree. */
function Agreement({ trial: t }: { readonly trial: TrialPage }) {
  const rows = kindOf(t.kind)
    .features.filter((f) => f.quantity === 'score' || f.quantity === 'count')
    .flatMap((f) => {
      const pairs = t.plan.bands.flatMap((_, i) => {
        const of = t.readings.filter((r) => r.band === i + 1 && r.feature === f.key);
        const a = of.find((r) => r.repeat <= f.repeats);
        const b = of.find((r) => r.repeat > f.repeats);
        return a && b ? [[a.value, b.value] as const] : [];
      });
      return pairs.length >= 2
        ? [
            {
              f,
              within: pairs.filter(([a, b]) => Math.abs(a - b) <= 1).length,
              ...agreementOf(
                pairs.map(([a]) => a),
                pairs.map(([, b]) => b),
              ),
            },
          ]
        : [];
    });
  return rows.length === 0 ? null : (
    <>
      <h3>Two people</h3>
      {rows.map((r) => (
        <p key={r.f.key} className="hint">
          {r.f.label}: alike in {r.percent.toFixed(0)} % of {r.n} bands{r.kappa !== null && `, κ ${r.kappa.toFixed(2)}`}
          ; within one in {r.within} of {r.n}.
        </p>
      ))}
    </>
  );
}
