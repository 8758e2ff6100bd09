import { Box, Button, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import '@mantine/dropzone/styles.layer.css';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { formatBytes } from '../../../core/units/format.ts';
import { LEAN_DEG } from '../../../core/resin/stackReport.ts';
import { get } from '../../../ui/api.ts';
import { InReview } from '../../../ui/InReview.tsx';
import { DayField } from '../../../ui/DayField.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { navigate } from '../../../ui/router.tsx';
import { IN_USE } from '../../library/model/list.ts';
import { notifySuccess } from '../../../ui/notify.tsx';
import { fixText } from '../model/applyFix.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { Finding } from '../../rules/outcome.ts';
import { printsWanted } from '../model/prints.ts';
import { overhangLimitOf } from '../model/overhangLimit.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import { jobClasses } from '../model/schemas.ts';
import { titleOfFile } from '../../../ui/upload.ts';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { sortOut } from './intake.ts';
import { PreparePanel } from './PreparePanel.tsx';
import { saveJobs } from './saveJobs.ts';
import { RULES_VERSION } from '../../rules/version.ts';
import { CheckSide } from './CheckSide.tsx';
import { LayingPanel } from './LayingPanel.tsx';
import { MeshPanel } from './MeshPanel.tsx';
import { useLocalCheck } from './useLocalCheck.ts';
import { isOfLayers, ofProgram } from '../../rules/outcome.ts';
import { DropFiles } from './DropFiles.tsx';
import { LayersFound } from './LayersFound.tsx';
import { HeightChart } from './HeightChart.tsx';
import { PicturesPanel } from './PicturesPanel.tsx';
import { PlatePanel } from './PlatePanel.tsx';
import { proposalText, proposeMachine } from './proposeMachine.ts';
import { SolidPanel } from './SolidPanel.tsx';
import { OrientationPanel } from './OrientationPanel.tsx';
import { purposes, type CheckContext, type Purpose } from '../../rules/context.ts';
import { useUsualProcess } from '../../../ui/useUsualProcess.ts';
import { usePictures } from './usePictures.ts';
import { useRequested } from './useRequested.ts';
import { useSheet } from './useSheet.ts';
import { ResinOrientations } from './ResinOrientations.tsx';
import { SOLID, type JobFields } from './jobDraft.ts';
import { useJobDraft } from './useJobDraft.ts';
import { useSpread } from './useSpread.ts';
import { VerdictBand } from './VerdictBand.tsx';

/** Drop a file, choose recipe and machine; findings come while the file is still being read, the server's run is the record. */
export function NewJobScreen() {
  const machines = useQuery({ queryKey: ['machines'], queryFn: () => get('/api/machines') });
  const [draft, act, forget] = useJobDraft();
  const { file, others, programs, choice, further, solid, machineId, recipeId, overrides, request, proposed } = draft;
  const { toolId, materialId, processId, title, jobClass, quantity, purpose, due } = draft;
  const set = (to: Partial<JobFields>): void => act({ act: 'set', to });
  const say = (says: string | null): void => act({ act: 'say', says });
  const [keeping, setKeeping] = useState<number | null>(null);
  const take = async (list: readonly File[]): Promise<void> => {
    if (list.length > 0) act({ act: 'take', files: await sortOut(list), travelMm: travelOf(sheet) });
  };
  useRequested(
    request,
    (asked, stored) => {
      act({ act: 'answer', request: asked, stored });
      void take([...stored.keys()]);
    },
    say,
  );
  // also where the files were dropped before the machines were there
  useEffect(() => {
    const free = file && !proposed && !machineId && !recipeId ? proposeMachine(machines.data ?? []) : null;
    if (free) act({ act: 'propose', machine: free });
  }, [file, machines.data]);
  const chooseRecipe = async (id: string): Promise<void> => {
    act({ act: 'choose recipe', id, choice: null });
    if (!id) return;
    try {
      const { choice: chosen } = await get('/api/recipes/[id]', { id });
      act({ act: 'choose recipe', id, choice: chosen });
    } catch (e) {
      say((e as Error).message);
    }
  };
  useEffect(() => {
    const asked = new URLSearchParams(location.search).get('recipe');
    if (asked && recipeId === '') void chooseRecipe(asked);
  }, []);
  const usual = useUsualProcess({ machineId, materialId, processId }, (id) => set({ processId: id }));
  const { sheet: limits, fetchAnew } = useSheet(file && { ...draft, file }, say);
  const prints = printsWanted({ quantity: limits?.job.quantity ?? 1, mesh: choice });
  const sheet = useMemo(() => limits && { ...limits, job: { ...limits.job, prints } }, [limits, prints]);
  useEffect(() => {
    if (limits) act({ act: 'centre', machineId: limits.machine.id, travelMm: travelOf(limits) });
  }, [limits]);
  const change = (next: MeshChoice): void => act({ act: 'stand', choice: next });
  const rest = (turnDeg: readonly [number, number, number]): void => act({ act: 'turn', turnDeg });
  const asFile = useCallback(() => Promise.resolve(file!), [file]);
  const asOthers = useCallback(() => Promise.resolve(others), [others]);
  const pictures = usePictures(file);
  const check = useLocalCheck(pictures === null ? file : null, choice, sheet, others);
  const program = ofProgram(check.outcome);
  const layers = check.outcome && isOfLayers(check.outcome) ? check.outcome : null;
  const isResin = sheet?.technology === 'resin';
  useSpread(draft, check, sheet, (plates, on) => act({ act: 'spread', plates, on }));
  const keep = async (): Promise<void> => {
    if (!file) return;
    setKeeping(0);
    say(null);
    const also = programs.map((f, i) => [`program:${i}`, f] as const);
    try {
      const ids = await saveJobs(
        [['', file] as const, ...others, ...(solid ? [[SOLID, solid.file] as const] : []), ...also],
        draft.stored,
        [
          { file: null, choice },
          ...further,
          ...also.map(([sha256, f]) => ({ file: { sha256 }, choice: null, title: titleOfFile(f.name) })),
        ],
        {
          title,
          class: jobClass,
          quantity: Number(quantity),
          purpose: purpose || null,
          due: due ? new Date(`${due}T18:00`).toISOString() : null,
          machineId,
          toolId,
          materialId,
          processId,
          fromRecipeId: recipeId || null,
          overrides,
          requestId: request?.id ?? null,
        },
        setKeeping,
      );
      if (ids.length > 1)
        notifySuccess(`${ids.length} jobs, one for each ${programs.length > 0 ? 'program' : 'plate'}`);
      forget();
      navigate(ids.length > 1 ? '/checks' : `/checks/${ids[0]}`);
    } catch (e) {
      say((e as Error).message);
      setKeeping(null);
    }
  };
  const profileOf = (kind: string) => ({ from: '/api/profiles', of: { kind, state: IN_USE } }) as const;
  const ready = file && pictures === null && machineId && toolId && materialId && processId && title.trim().length > 1;
  return (
    <>
      <JobRooms here={null} />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">Job check</div>
          <h1>{title || 'New job'}</h1>
        </div>
        {file && (
          <span className="chip f">
            {file.name} · {formatBytes(file.size)}
          </span>
        )}
        <div className="end">
          {file && keeping === null && (
            <Button variant="default" onClick={() => act({ act: 'discard' })}>
              Discard
            </Button>
          )}
          <Button disabled={!ready || keeping !== null || check.refusal !== null} onClick={() => void keep()}>
            {keeping === null
              ? programs.length > 0
                ? `Save ${1 + programs.length} jobs`
                : 'Save job'
              : `Uploading ${Math.round(keeping * 100)} %`}
          </Button>
        </div>
      </div>
      <section className="stage">
        <DropFiles
          files={file ? [file, ...others.map(([, f]) => f), ...programs] : []}
          onDrop={(files) => void take(files)}
        />
        {request && (
          <p className="hint">
            <a href={`/checks/requests/${request.id}`}>{request.name}</a>, requested by {request.createdByName}:{' '}
            {request.wanted}
          </p>
        )}
        {proposed && proposed.id === machineId && <p className="hint">{proposalText(proposed)}</p>}
        {usual && <p className="hint">{usual}</p>}
        <InReview profileIds={[toolId, materialId, processId]} />
        {programs.length > 0 && (
          <p className="hint">
            What is checked here is {file!.name}; {programs.map((f) => f.name).join(', ')}{' '}
            {programs.length === 1 ? 'is saved as a job of its own' : 'are saved as jobs of their own'}, with the same
            recipe, and checked by the server.
          </p>
        )}
        {draft.says && (
          <Box component="p" role="alert" c="var(--oxide)" mt={8}>
            {draft.says}
          </Box>
        )}
        <Box className="fields" mt={12}>
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
            onChange={({ currentTarget: { value: id } }) =>
              act({ act: 'choose machine', id, machine: machines.data?.find((m) => m.id === id) ?? null })
            }
            data={[
              { value: '', label: 'choose…' },
              ...(machines.data ?? []).map((m) => ({ value: m.id, label: m.name })),
            ]}
          />
          <RecordPick label="Tool" {...profileOf('tool')} value={toolId} onChange={(id) => set({ toolId: id })} />
          <RecordPick
            label="Material"
            {...profileOf('material')}
            value={materialId}
            onChange={(id) => set({ materialId: id })}
          />
          <RecordPick
            label="Process"
            {...profileOf('process')}
            value={processId}
            onChange={(id) => set({ processId: id })}
          />
          <TextInput label="Title" value={title} onChange={(e) => set({ title: e.currentTarget.value })} />
          <NativeSelect
            label="Class"
            value={jobClass}
            onChange={(e) => set({ jobClass: e.currentTarget.value as JobClass })}
            data={[...jobClasses]}
          />
          <NativeSelect
            label="Purpose"
            value={purpose}
            onChange={(e) => set({ purpose: e.currentTarget.value as Purpose | '' })}
            data={[{ value: '', label: 'not stated' }, ...purposes]}
          />
          <DayField label="Due" value={due} onChange={(value) => set({ due: value })} />
          <NumberInput
            label="Pieces"
            value={quantity}
            onChange={(value) => set({ quantity: value })}
            min={1}
            max={10000}
          />
        </Box>
      </section>
      {check.refusal && (
        <div className="verdict" data-v="blocked" role="alert">
          {file?.name}: {check.refusal}
        </div>
      )}
      {choice && check.mesh && (
        <MeshPanel
          seen={check.mesh}
          choice={choice}
          sheet={sheet}
          findings={check.outcome?.findings ?? []}
          onChange={change}
        />
      )}
      {choice && check.mesh && check.read && sheet && file && (
        <PlatePanel
          read={check.read}
          hulls={[check.mesh.hull, ...check.mesh.others]}
          plates={[{ file: null, choice, pieces: 1 + (choice.more?.length ?? 0) }, ...further]}
          jobFile={{ sha256: '', name: file.name, size: file.size }}
          sheet={sheet}
          onSpread={({ plates: [first, ...rest] }) => act({ act: 'spread', plates: [first!, ...rest], on: null })}
        />
      )}
      {choice && check.mesh && sheet && !isResin && (
        <LayingPanel seen={check.mesh} choice={choice} sheet={sheet} onChange={change} />
      )}
      {choice && check.mesh && sheet && file && isResin && (
        <>
          <ResinOrientations file={file} choice={choice} sheet={sheet} onTake={rest} />
          <PreparePanel
            {...{ file, others, choice, sheet, found: layers }}
            onChange={(prepared) => act({ act: 'prepare', prepared })}
            onHollow={(stl, wallMm) => act({ act: 'hollow', stl, wallMm })}
            onSolid={() => act({ act: 'make solid' })}
          />
        </>
      )}
      {choice && check.mesh && sheet && file && (
        <SolidPanel
          file={asFile}
          others={asOthers}
          choice={choice}
          sheet={sheet}
          limitDeg={isResin ? LEAN_DEG : overhangLimitOf(sheet)}
          onRest={rest}
        />
      )}
      {choice && check.mesh && sheet && file && !isResin && (
        <OrientationPanel file={() => Promise.resolve(file)} choice={choice} sheet={sheet} onTake={rest} />
      )}
      {file && pictures && (
        <PicturesPanel {...{ file, pictures, sheet }} onMade={(made) => act({ act: 'replace file', file: made })} />
      )}
      {(choice ?? isResin) && sheet && file && !pictures && !check.outcome && !check.refusal && (
        <div className="verdict" role="status">
          {!choice && 'Looking through the layers'}
          {choice &&
            (isResin ? 'Drawing the layers and looking through them' : 'Generating the toolpath and checking it')}
          , {Math.round(100 * (check.share ?? 0))} %
        </div>
      )}
      {isResin && file && (
        <LayersFound
          found={layers}
          share={check.share}
          prints={prints}
          onFix={(f) => act({ act: 'fix', change: f.change! })}
        />
      )}
      {program && sheet && (
        <>
          <VerdictBand outcome={program} reading={check.share} />
          {Object.keys(overrides).length > 0 && (
            <p className="stage hint" role="status">
              In a copy of the recipe, for this job only: {fixText({ values: overrides })}.{' '}
              <Button variant="subtle" size="compact-xs" onClick={() => act({ act: 'undo fixes' })}>
                undo
              </Button>
            </p>
          )}
          <div className="page two">
            <HeightChart
              outcome={program}
              sheet={sheet}
              {...(choice && { onFix: (f: Finding) => act({ act: 'fix', change: f.change! }) })}
            />
            <CheckSide
              rulesVersion={RULES_VERSION}
              outcome={program}
              sheet={sheet}
              onTaught={fetchAnew}
              prints={prints}
              note="Checked on this device; once saved, the server’s own check is the record."
            />
          </div>
        </>
      )}
    </>
  );
}

/** The travel of the machine, or none where it is not known yet. */
function travelOf(context: CheckContext | null): readonly [number, number] {
  const [xMm, yMm] = context?.machine.travelMm ?? [0, 0];
  return [xMm, yMm];
}
