import { Box, Button, NativeSelect, SegmentedControl, TextInput, UnstyledButton } from '@mantine/core';
import { skipToken, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { formatDuration, formatFigure } from '../../../core/units/format.ts';
import { ask, get, post } from '../../../ui/api.ts';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { navigate } from '../../../ui/router.tsx';
import { InReview } from '../../../ui/InReview.tsx';
import { useUsualProcess } from '../../../ui/useUsualProcess.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import { notifyError } from '../../../ui/notify.tsx';
import { IN_USE } from '../../library/model/list.ts';
import { fullSetOf, type TrialKind, type TrialKindKey } from '../kinds/define.ts';
import { filamentKinds, isTrialKind, kindOf, resinKinds } from '../kinds/index.ts';
import { conditionRows, takenText } from './conditionRows.ts';
import { CouponDrawing } from './CouponDrawing.tsx';
import { Side } from '../../../ui/Side.tsx';

/** Choose what to find out and on what; the coupon is made for that very machine while one looks. */
export function NewTrialScreen() {
  const machines = useQuery({ queryKey: ['machines'], queryFn: () => get('/api/machines') });
  const [kindKey, setKind] = useState<TrialKindKey>('flow');
  const [machineId, setMachineId] = useState('');
  const [processId, setProcessId] = useState('');
  const [recipeId, setRecipeId] = useState('');
  const [options, setOptions] = useState<Record<string, number>>({});
  const [bandText, setBandText] = useState<string | null>(null);
  /** The proposed bands as they stood when somebody entered the field: no newer ones may come into the middle of the typing. */
  const [bandsEntered, setBandsEntered] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const chooseRecipe = async (id: string): Promise<void> => {
    setRecipeId(id);
    if (!id) return;
    try {
      const { choice } = await get('/api/recipes/[id]', { id });
      if (choice.machineId) setMachineId(choice.machineId);
      setProcessId(choice.processId);
    } catch (e) {
      notifyError(e);
    }
  };
  useEffect(() => {
    const asked = new URLSearchParams(location.search);
    const kind = asked.get('kind') ?? '';
    setMachineId(asked.get('machine') ?? '');
    setProcessId(asked.get('process') ?? '');
    if (isTrialKind(kind)) setKind(kind);
    if (asked.get('recipe')) void chooseRecipe(asked.get('recipe')!);
  }, []);
  const kind = kindOf(kindKey);
  const { technology } = kind;
  const shownKinds: readonly TrialKind[] = technology === 'filament' ? filamentKinds : resinKinds;
  const chooseTechnology = (to: 'filament' | 'resin'): void => {
    setKind(to === 'filament' ? 'flow' : 'exposure-ladder');
    setMachineId('');
    setProcessId('');
    setRecipeId('');
    setOptions({});
    setBandText(null);
  };
  const m = machines.data?.find((x) => x.id === machineId) ?? null;
  const usual = useUsualProcess({ machineId, materialId: m?.loaded?.id ?? '', processId }, setProcessId);
  useEffect(() => {
    if (m && m.technology !== technology) setKind(m.technology === 'resin' ? 'exposure-ladder' : 'flow');
  }, [m?.id]);
  const typedBands =
    bandText === null
      ? null
      : bandText
          .trim()
          .split(/[\s;]+/)
          .map(Number);
  const bandsWrong = typedBands !== null && (typedBands.length < 2 || typedBands.some((b) => !Number.isFinite(b)));
  const input =
    m?.mounted && m.loaded && processId && !bandsWrong
      ? {
          kind: kindKey,
          machineId: m.id,
          toolId: m.mounted.id,
          materialId: m.loaded.id,
          processId,
          bands: typedBands,
          options: Object.fromEntries((kind.options ?? []).map((o) => [o.key, options[o.key] ?? o.default])),
          recipeId: recipeId || null,
        }
      : null;
  const preview = useQuery({
    queryKey: ['preview', input],
    retry: false,
    queryFn: input ? () => ask('/api/trials/preview', input) : skipToken,
  });
  const plan = preview.data?.plan;
  const start = async (): Promise<void> => {
    if (!input) return;
    setBusy(true);
    try {
      const made = await post('/api/trials', input);
      navigate(`/trials/${made.id}`);
    } catch (e) {
      notifyError(e);
      setBusy(false);
    }
  };
  const stateOf = (key: TrialKindKey): 'proven' | 'due' | 'unproven' => {
    const states = kindOf(key).proves.map((s) => m?.proofs.find((p) => p.key === s)?.state ?? 'unproven');
    return states.every((s) => s === 'proven') ? 'proven' : states.includes('due') ? 'due' : 'unproven';
  };
  const before = m ? kind.after.filter((k) => stateOf(k) !== 'proven') : [];
  const bands = plan?.bands.map((b) => formatFigure(b.value, kind.axis?.quantity ?? 'count')).join(' ') ?? '';
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">New trial · {kind.label}</div>
          <h1>{kind.question.replace('{machine}', m ? m.name : 'this machine')}</h1>
        </div>
        <div className="end">
          <Button disabled={!plan || busy} onClick={() => void start()}>
            Plan this trial
          </Button>
        </div>
      </div>
      <div className="page two">
        <div>
          <section className="stage">
            <h2>
              What to find out <span className="hint">in the order practice runs them</span>
            </h2>
            <SegmentedControl
              size="xs"
              aria-label="Technology"
              mb={8}
              value={technology}
              onChange={(v) => chooseTechnology(v)}
              data={['filament', 'resin']}
            />
            <div role="radiogroup" aria-label="Kind of trial" className="kinds">
              {shownKinds.map((k, i) => (
                <UnstyledButton
                  key={k.key}
                  role="radio"
                  aria-checked={k.key === kindKey}
                  onClick={() => {
                    setKind(k.key);
                    setOptions({});
                    setBandText(null);
                  }}
                >
                  <span className="f dim">{i + 1}</span> {k.label}
                  {m && <StateMark mark={stateOf(k.key)} />}
                </UnstyledButton>
              ))}
            </div>
          </section>
          <section className="stage">
            <h2>On what</h2>
            <div className="fields">
              <RecordPick
                label="Saved recipe"
                from="/api/recipes"
                isOptional
                value={recipeId}
                onChange={(id) => void chooseRecipe(id)}
              />
              <NativeSelect
                label="Machine"
                value={machineId}
                onChange={(e) => setMachineId(e.currentTarget.value)}
                data={[
                  { value: '', label: 'choose…' },
                  ...(machines.data ?? [])
                    .filter((x) => x.technology === technology)
                    .map((x) => ({ value: x.id, label: `${x.name} (${x.place})` })),
                ]}
              />
              <RecordPick
                label="Process"
                from="/api/profiles"
                of={{ kind: 'process', technology, state: IN_USE }}
                value={processId}
                onChange={setProcessId}
              />
              {(kind.options ?? []).map((o) => (
                <div key={o.key}>
                  <Box fw={500} fz={14} mb={3}>
                    {o.label[0]!.toUpperCase() + o.label.slice(1)}
                  </Box>
                  <SegmentedControl
                    aria-label={o.label}
                    size="xs"
                    value={String(options[o.key] ?? o.default)}
                    onChange={(v) => setOptions((x) => ({ ...x, [o.key]: Number(v) }))}
                    data={o.choices.map(String)}
                  />
                </div>
              ))}
              {kind.axis && (
                <TextInput
                  label={`Bands, ${kind.axis.label}`}
                  description={plan?.bands.some((b) => b.toMm > b.fromMm) ? 'from the bottom' : undefined}
                  value={bandText ?? bandsEntered ?? bands}
                  onFocus={() => setBandsEntered(bands)}
                  onBlur={() => setBandsEntered(null)}
                  onChange={(e) => setBandText(e.currentTarget.value)}
                  error={bandsWrong ? 'figures with spaces between' : null}
                  rightSection={
                    bandText !== null ? (
                      <Button
                        variant="subtle"
                        size="compact-xs"
                        onClick={() => setBandText(null)}
                        aria-label="Back to the proposed bands"
                      >
                        ↺
                      </Button>
                    ) : null
                  }
                />
              )}
            </div>
            {m && (
              <Box component="p" className="hint" mt={10}>
                Mounted: <b>{m.mounted?.name ?? 'nothing, mount a tool first'}</b>. Loaded:{' '}
                <b>{m.loaded ? `${m.loaded.name}, lot ${m.loaded.lot}` : 'nothing, load a material first'}</b>. To prove
                another tool or material, <a href={`/machines/${m.id}`}>mount and load it</a>.
              </Box>
            )}
            {before.length > 0 && (
              <Box component="p" className="hint" mt={6}>
                <StateMark mark="due" /> First {before.map((k) => kindOf(k).label.toLowerCase()).join(' and ')}: this
                one depends on values that are not proven here.
              </Box>
            )}
            {preview.error && (
              <Box component="p" role="alert" c="var(--oxide)" mt={8}>
                {preview.error.message}
              </Box>
            )}
            {usual && <p className="hint">{usual}</p>}
            <InReview profileIds={[m?.mounted?.id ?? '', m?.loaded?.id ?? '', processId]} />
          </section>
          {plan ? (
            <section className="stage">
              <h2>
                The coupon{' '}
                <span className="hint">{plan.sizeMm.map((x) => formatFigure(x, 'length', 1)).join(' × ')} mm</span>
              </h2>
              <CouponDrawing plan={plan} zMm={null} place={null} />
            </section>
          ) : (
            <p className="empty">
              Choose a machine and a process. The coupon is made for that very machine: its start and end blocks, its
              travel, its way of counting filament.
            </p>
          )}
        </div>
        <Side label="About this trial">
          <h3>How it works</h3>
          <p className="hint">{kind.help} Accepted, it becomes a limit that job checks enforce.</p>
          {plan && (
            <>
              <h3>What it takes</h3>
              <dl className="kv">
                <dt>print</dt>
                <dd>{formatDuration(plan.timeS)}</dd>
                <dt>material</dt>
                <dd>{takenText(plan)}</dd>
                <dt>cost</dt>
                <dd>€ {plan.cost.toFixed(2)}</dd>
                <dt>readings</dt>
                <dd>{fullSetOf(kind, plan.bands.length).length}</dd>
              </dl>
              <h3>Printed with</h3>
              <dl className="kv">
                {conditionRows(kind, plan).map(([label, text]) => [
                  <dt key={label}>{label}</dt>,
                  <dd key={`${label}v`}>{text}</dd>,
                ])}
              </dl>
            </>
          )}
          <h3>What is read</h3>
          {kind.features.slice(0, 6).map((f) => (
            <p key={f.key} className="hint">
              {f.label}
              {f.isOptional && ' (may be left out)'}: {f.how}; {f.instrument}.
            </p>
          ))}
        </Side>
      </div>
    </>
  );
}
