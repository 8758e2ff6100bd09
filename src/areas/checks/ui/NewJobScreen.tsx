import { Box, Button, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import '@mantine/dropzone/styles.layer.css';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { formatBytes } from '../../../core/units/format.ts';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { LEAN_DEG } from '../../../core/resin/stackReport.ts';
import { fetchJson } from '../../../ui/api.ts';
import { InReview } from '../../../ui/InReview.tsx';
import { DayField } from '../../../ui/DayField.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { navigate } from '../../../ui/router.tsx';
import { IN_USE } from '../../library/model/list.ts';
import type { MachineCard } from '../../machines/model/pages.ts';
import type { RecipePage } from '../../recipes/model/recipe.ts';
import { notifySuccess } from '../../../ui/notify.tsx';
import type { Values } from '../../library/settings/define.ts';
import { applyFix, fixText } from '../model/applyFix.ts';
import { fitting, type MeshChoice } from '../model/mesh.ts';
import type { Finding } from '../../rules/outcome.ts';
import { printsWanted } from '../model/prints.ts';
import { overhangLimitOf } from '../model/overhangLimit.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import { isReadAlike, type PlannedPlate } from '../model/arrangeOnPlates.ts';
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
import { purposes, type Purpose } from '../../rules/context.ts';
import { useUsualProcess } from '../../../ui/useUsualProcess.ts';
import { usePictures } from './usePictures.ts';
import { useRequested } from './useRequested.ts';
import { useSheet } from './useSheet.ts';
import { ResinOrientations } from './ResinOrientations.tsx';
import { SOLID, useSolid } from './useSolid.ts';
import { useSpread } from './useSpread.ts';
import { VerdictBand } from './VerdictBand.tsx';

/** Drop a file, choose recipe and machine; findings come while the file is still being read, the server's run is the record. */
export function NewJobScreen() {
  const machines = useQuery({ queryKey: ['machines'], queryFn: () => fetchJson<MachineCard[]>('/api/machines') });
  const [file, setFile] = useState<File | null>(null);
  /** The machine where nobody chose it. */
  const [proposed, setProposed] = useState<MachineCard | null>(null);
  const [validationError, setValidationError] = useState<string | null>(null);
  const [machineId, setMachineId] = useState('');
  const [toolId, setToolId] = useState('');
  const [materialId, setMaterialId] = useState('');
  const [processId, setProcessId] = useState('');
  const [recipeId, setRecipeId] = useState('');
  const [title, setTitle] = useState('');
  const [jobClass, setJobClass] = useState<JobClass>('in-house');
  const [quantity, setQuantity] = useState<number | string>(1);
  const [keeping, setKeeping] = useState<number | null>(null);
  /** How a mesh is read and stands; null for a program. */
  const [choice, setChoice] = useState<MeshChoice | null>(null);
  const isSetDown = useRef(false);
  /** The machine whose plate several meshes were set down on by themselves. */
  const spreadOn = useRef('');
  /** Other meshes of the job, under a name of their own until they are sent. */
  const [others, setOthers] = useState<readonly (readonly [string, File])[]>([]);
  const { solid, ...hollowing } = useSolid(file, choice, setFile, setChoice);
  /** Plates beyond the first: each is kept as a job of its own. */
  const [further, setFurther] = useState<readonly PlannedPlate[]>([]);
  /** The job's own values beside its recipe's: fixes done to a copy. */
  const [overrides, setOverrides] = useState<Values>({});
  const [purpose, setPurpose] = useState<Purpose | ''>('');
  const [due, setDue] = useState('');
  const take = async (list: readonly File[]): Promise<void> => {
    if (list.length === 0) return;
    const { main: f, meshes, isMesh, says } = await sortOut(list);
    setValidationError(says);
    if (!f) return;
    isSetDown.current = false;
    spreadOn.current = '';
    const [w, d] = sheet?.machine.travelMm ?? [0, 0];
    const placement = asDrawn(w / 2, d / 2);
    const named = meshes.map((m, i) => [`local:${i}`, m] as const);
    setOthers(named);
    setFurther([]);
    hollowing.forget();
    setOverrides({});
    setChoice(
      isMesh
        ? {
            unit: null,
            placement,
            ...(named.length > 0 && {
              more: named.map(([sha256, m]) => ({
                file: { sha256, name: m.name, size: m.size },
                unit: null,
                placement,
              })),
            }),
          }
        : null,
    );
    setFile(f);
    setTitle((t) => t || titleOfFile(f.name));
  };
  const { request, stored } = useRequested((asked, files) => {
    setTitle(asked.title);
    setQuantity(asked.quantity);
    setDue(asked.due ?? '');
    void take(files);
  }, setValidationError);
  /** What lies on further plates was set down as things were: it has to be arranged anew. */
  const putAway = (why: string): void => {
    if (further.length === 0) return;
    setFurther([]);
    setValidationError(`${why} now: the further plates were removed; arrange again`);
  };
  const chooseMachine = (id: string): void => {
    if (id !== machineId) putAway('The machine is another');
    const m = machines.data?.find((x) => x.id === id);
    setMachineId(id);
    if (m && !recipeId) {
      setToolId(m.mounted?.id ?? '');
      setMaterialId(m.loaded?.id ?? '');
    }
  };
  // also where the files were dropped before the machines were there
  useEffect(() => {
    const free = file && !proposed && !machineId && !recipeId ? proposeMachine(machines.data ?? []) : null;
    if (!free) return;
    chooseMachine(free.id);
    setProposed(free);
  }, [file, machines.data]);
  const chooseRecipe = async (id: string): Promise<void> => {
    setRecipeId(id);
    if (!id) return;
    try {
      const { choice } = await fetchJson<RecipePage>(`/api/recipes/${id}`);
      const body = choice.roles.find((r) => r.role === 'part body')!;
      if (choice.machineId) {
        if (choice.machineId !== machineId) putAway('The machine is another');
        setMachineId(choice.machineId);
      }
      setToolId(body.toolId ?? '');
      setMaterialId(body.materialId);
      setProcessId(choice.processId);
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  useEffect(() => {
    const asked = new URLSearchParams(location.search).get('recipe');
    if (asked) void chooseRecipe(asked);
  }, []);
  const usual = useUsualProcess({ machineId, materialId, processId }, setProcessId);
  const chosen = { machineId, toolId, materialId, processId, jobClass, quantity, recipeId, purpose, overrides };
  const { sheet: limits, fetchAnew } = useSheet(file && { file, ...chosen }, setValidationError);
  const prints = printsWanted({ quantity: limits?.job.quantity ?? 1, mesh: choice });
  const sheet = useMemo(() => limits && { ...limits, job: { ...limits.job, prints } }, [limits, prints]);
  useEffect(() => {
    if (!limits || isSetDown.current || spreadOn.current === limits.machine.id) return;
    const [w, d] = limits.machine.travelMm;
    setChoice((c) => c && fitting(c, { ...c, placement: { ...c.placement, xMm: w / 2, yMm: d / 2 } }));
  }, [limits]);
  /** Reads or stands the part otherwise. */
  const change = (next: MeshChoice): void => {
    const isAsItLay = (['placement', 'more', 'boxes'] as const).every((of) => next[of] === choice?.[of]);
    if (!isAsItLay) isSetDown.current = true;
    if (choice && !isReadAlike(choice, next)) putAway('The part is read or stands otherwise');
    setChoice(choice ? fitting(choice, next) : next);
  };
  const rest = (turnDeg: readonly [number, number, number]): void => {
    if (choice) change({ ...choice, placement: { ...choice.placement, turnDeg } });
  };
  const fix = (f: Finding): void => {
    if (!choice) return;
    const copy = applyFix(overrides, choice, f.change!);
    setOverrides(copy.overrides);
    change(copy.mesh);
  };
  const asFile = useCallback(() => Promise.resolve(file!), [file]);
  const asOthers = useCallback(() => Promise.resolve(others), [others]);
  const pictures = usePictures(file);
  const check = useLocalCheck(pictures === null ? file : null, choice, sheet, others);
  const program = ofProgram(check.outcome);
  const layers = check.outcome && isOfLayers(check.outcome) ? check.outcome : null;
  const isResin = sheet?.technology === 'resin';
  const spread = ([first, ...rest]: readonly [PlannedPlate, ...PlannedPlate[]]): void => {
    setChoice(first.choice);
    setFurther(rest);
  };
  useSpread(file, choice, check, sheet, isSetDown, spreadOn, spread);
  const keep = async (): Promise<void> => {
    if (!file) return;
    setKeeping(0);
    setValidationError(null);
    try {
      const ids = await saveJobs(
        [['', file] as const, ...others, ...(solid ? [[SOLID, solid] as const] : [])],
        stored,
        [{ file: null, choice }, ...further],
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
      if (ids.length > 1) notifySuccess(`${ids.length} jobs, one for each plate`);
      navigate(ids.length > 1 ? '/checks' : `/checks/${ids[0]}`);
    } catch (e) {
      setValidationError((e as Error).message);
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
          <Button disabled={!ready || keeping !== null || check.refusal !== null} onClick={() => void keep()}>
            {keeping === null ? 'Save job' : `Uploading ${Math.round(keeping * 100)} %`}
          </Button>
        </div>
      </div>
      <section className="stage">
        <DropFiles files={file ? [file, ...others.map(([, f]) => f)] : []} onDrop={(files) => void take(files)} />
        {request && (
          <p className="hint">
            <a href={`/checks/requests/${request.id}`}>{request.name}</a>, requested by {request.createdByName}:{' '}
            {request.wanted}
          </p>
        )}
        {proposed && proposed.id === machineId && <p className="hint">{proposalText(proposed)}</p>}
        {usual && <p className="hint">{usual}</p>}
        <InReview profileIds={[toolId, materialId, processId]} />
        {validationError && (
          <Box component="p" role="alert" c="var(--oxide)" mt={8}>
            {validationError}
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
            onChange={(e) => chooseMachine(e.currentTarget.value)}
            data={[
              { value: '', label: 'choose…' },
              ...(machines.data ?? []).map((m) => ({ value: m.id, label: m.name })),
            ]}
          />
          <RecordPick label="Tool" {...profileOf('tool')} value={toolId} onChange={setToolId} />
          <RecordPick label="Material" {...profileOf('material')} value={materialId} onChange={setMaterialId} />
          <RecordPick label="Process" {...profileOf('process')} value={processId} onChange={setProcessId} />
          <TextInput label="Title" value={title} onChange={(e) => setTitle(e.currentTarget.value)} />
          <NativeSelect
            label="Class"
            value={jobClass}
            onChange={(e) => setJobClass(e.currentTarget.value as JobClass)}
            data={[...jobClasses]}
          />
          <NativeSelect
            label="Purpose"
            value={purpose}
            onChange={(e) => setPurpose(e.currentTarget.value as Purpose | '')}
            data={[{ value: '', label: 'not stated' }, ...purposes]}
          />
          <DayField label="Due" value={due} onChange={setDue} />
          <NumberInput label="Pieces" value={quantity} onChange={setQuantity} min={1} max={10000} />
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
          onSpread={({ plates: [first, ...rest] }) => {
            isSetDown.current = true;
            spread([first!, ...rest]);
          }}
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
            onChange={(prepared) => setChoice({ ...choice, prepared })}
            onHollow={hollowing.hollow}
            onSolid={hollowing.undo}
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
      {file && pictures && <PicturesPanel {...{ file, pictures, sheet }} onMade={setFile} />}
      {(choice ?? isResin) && sheet && file && !pictures && !check.outcome && !check.refusal && (
        <div className="verdict" role="status">
          {!choice && 'Looking through the layers'}
          {choice &&
            (isResin ? 'Drawing the layers and looking through them' : 'Generating the toolpath and checking it')}
          , {Math.round(100 * (check.share ?? 0))} %
        </div>
      )}
      {isResin && file && <LayersFound found={layers} share={check.share} prints={prints} onFix={fix} />}
      {program && sheet && (
        <>
          <VerdictBand outcome={program} reading={check.share} />
          {Object.keys(overrides).length > 0 && (
            <p className="stage hint" role="status">
              In a copy of the recipe, for this job only: {fixText({ values: overrides })}.{' '}
              <Button variant="subtle" size="compact-xs" onClick={() => setOverrides({})}>
                undo
              </Button>
            </p>
          )}
          <div className="page two">
            <HeightChart outcome={program} sheet={sheet} {...(choice && { onFix: fix })} />
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
