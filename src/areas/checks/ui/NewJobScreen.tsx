import { NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { isNamedLikeMesh, looksLikeMesh, TELLING_BYTES } from '../../../core/mesh/readMesh.ts';
import { call, post, Refused } from '../../../ui/api.ts';
import { go } from '../../../ui/router.tsx';
import type { ProfileRow } from '../../library/model/records.ts';
import type { MachineCard } from '../../machines/model/pages.ts';
import type { RecipePage, RecipeRow } from '../../recipes/model/recipe.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { JobClass, LimitSheet } from '../model/sheet.ts';
import { jobClasses } from '../model/schemas.ts';
import { CheckSide } from './CheckSide.tsx';
import { MeshPanel } from './MeshPanel.tsx';
import { useLocalCheck } from './useLocalCheck.ts';
import { HeightSheet } from './HeightSheet.tsx';
import { StandingPanel } from './StandingPanel.tsx';
import { VerdictBand } from './VerdictBand.tsx';

const LARGEST = 200 * 1024 * 1024;

/** Drop a file, choose recipe and machine; findings come while the file is still being read, the server's run is the record. */
export function NewJobScreen() {
  const machines = useQuery({ queryKey: ['machines'], queryFn: () => call<MachineCard[]>('/api/machines') });
  const profiles = useQuery({ queryKey: ['profiles', '', ''], queryFn: () => call<ProfileRow[]>('/api/profiles') });
  const [file, setFile] = useState<File | null>(null);
  const [over, setOver] = useState(false);
  const [slip, setSlip] = useState<string | null>(null);
  const [machineId, setMachineId] = useState('');
  const [toolId, setToolId] = useState('');
  const [materialId, setMaterialId] = useState('');
  const [processId, setProcessId] = useState('');
  const recipes = useQuery({ queryKey: ['recipes'], queryFn: () => call<RecipeRow[]>('/api/recipes') });
  const [recipeId, setRecipeId] = useState('');
  const [title, setTitle] = useState('');
  const [jobClass, setJobClass] = useState<JobClass>('in-house');
  const [quantity, setQuantity] = useState<number | string>(1);
  const [sheet, setSheet] = useState<LimitSheet | null>(null);
  const [keeping, setKeeping] = useState<number | null>(null);
  /** How a mesh is read and stands; null for a program. */
  const [choice, setChoice] = useState<MeshChoice | null>(null);
  const isSetDown = useRef(false);
  const take = async (f: File | undefined): Promise<void> => {
    if (!f) return;
    if (f.size > LARGEST) {
      setSlip(`${f.name} has ${(f.size / 1048576).toFixed(0)} MB; the largest is 200 MB`);
      return;
    }
    const isMesh = looksLikeMesh(new Uint8Array(await f.slice(0, TELLING_BYTES).arrayBuffer()), f.size);
    const isNamedMesh = isNamedLikeMesh(f.name);
    setSlip(
      isMesh || isNamedMesh || /\.(g|gc|gco|gcode|nc|ngc|txt)$/i.test(f.name)
        ? null
        : `${f.name} ends like neither G-code (.gcode, .gco, .g, .nc) nor a mesh (.stl, .3mf, .obj); it is read as G-code`,
    );
    isSetDown.current = false;
    const [w, d] = sheet?.machine.travelMm ?? [0, 0];
    setChoice(isMesh || isNamedMesh ? { unit: null, placement: asDrawn(w / 2, d / 2) } : null);
    setFile(f);
    if (!title) setTitle(f.name.replace(/\.[^.]*$/, '').replace(/[_-]+/g, ' '));
  };
  const chooseMachine = (id: string): void => {
    const m = machines.data?.find((x) => x.id === id);
    setMachineId(id);
    if (m && !recipeId) {
      setToolId(m.mounted?.id ?? '');
      setMaterialId(m.loaded?.id ?? '');
    }
  };
  const chooseRecipe = async (id: string): Promise<void> => {
    setRecipeId(id);
    if (!id) return;
    try {
      const { choice } = await call<RecipePage>(`/api/recipes/${id}`);
      const body = choice.roles.find((r) => r.role === 'part body')!;
      if (choice.machineId) setMachineId(choice.machineId);
      setToolId(body.toolId ?? '');
      setMaterialId(body.materialId);
      setProcessId(choice.processId);
    } catch (e) {
      setSlip((e as Error).message);
    }
  };
  useEffect(() => {
    const asked = new URLSearchParams(location.search).get('recipe');
    if (asked) void chooseRecipe(asked);
  }, []);
  useEffect(() => {
    setSheet(null);
    if (!file || !machineId || !toolId || !materialId || !processId) return;
    let gone = false;
    const query = new URLSearchParams({
      machine: machineId,
      tool: toolId,
      material: materialId,
      process: processId,
      class: jobClass,
      fileName: file.name,
      quantity: String(quantity || 1),
      ...(recipeId && { recipe: recipeId }),
    });
    call<LimitSheet>(`/api/limits?${query.toString()}`).then(
      (limits) => {
        if (gone) return;
        setSheet(limits);
        const [w, d] = limits.machine.travelMm;
        if (!isSetDown.current) setChoice((c) => c && { ...c, placement: { ...c.placement, xMm: w / 2, yMm: d / 2 } });
      },
      (e: Error) => {
        if (!gone) setSlip(e.message);
      },
    );
    return () => {
      gone = true;
    };
  }, [file, machineId, toolId, materialId, processId, jobClass, quantity, recipeId]);
  const check = useLocalCheck(file, choice, sheet);
  const keep = async (): Promise<void> => {
    if (!file) return;
    setKeeping(0);
    setSlip(null);
    try {
      const { sha256 } = await upload(file, setKeeping);
      const made = await post<{ id: string }>('/api/jobs', {
        title,
        class: jobClass,
        quantity: Number(quantity),
        machineId,
        toolId,
        materialId,
        processId,
        fromRecipeId: recipeId || null,
        fileSha: sha256,
        fileName: file.name,
        ...(choice && { mesh: choice }),
      });
      go(`/checks/${made.id}`);
    } catch (e) {
      setSlip((e as Error).message);
      setKeeping(null);
    }
  };
  const options = (kind: string) => [
    { value: '', label: 'choose…' },
    ...(profiles.data ?? []).filter((p) => p.kind === kind).map((p) => ({ value: p.id, label: p.name })),
  ];
  const ready = file && machineId && toolId && materialId && processId && title.trim().length > 1;
  return (
    <>
      <div className="band" data-kind="job">
        <div>
          <div className="kind">New job</div>
          <h1>{title || 'Will tonight’s machine make it?'}</h1>
        </div>
        {file && (
          <span className="chip f">
            {file.name} · {(file.size / 1048576).toFixed(2)} MB
          </span>
        )}
        <div className="end">
          <button
            className="btn p"
            disabled={!ready || keeping !== null || check.refusal !== null}
            onClick={() => void keep()}
          >
            {keeping === null ? 'Keep as a job' : `Uploading ${Math.round(keeping * 100)} %`}
          </button>
        </div>
      </div>
      <section className="stage">
        <label
          className="drop"
          data-over={over}
          onDragOver={(e) => {
            e.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={(e) => {
            e.preventDefault();
            setOver(false);
            void take(e.dataTransfer.files[0]);
          }}
        >
          {file ? (
            <>
              Read from this device: <b>{file.name}</b>. Drop another to replace it.
            </>
          ) : (
            <>Drop a mesh (STL, 3MF, OBJ) or a G-code file here, or press Enter to choose one (up to 200 MB)</>
          )}
          <input
            type="file"
            aria-label="Mesh or G-code file"
            style={{ display: 'block', margin: '8px auto 0' }}
            onChange={(e) => void take(e.target.files?.[0])}
          />
        </label>
        {slip && (
          <p role="alert" style={{ color: 'var(--oxide)', marginTop: 8 }}>
            {slip}
          </p>
        )}
        <div className="fields" style={{ marginTop: 12 }}>
          <NativeSelect
            label="Kept recipe"
            value={recipeId}
            onChange={(e) => void chooseRecipe(e.currentTarget.value)}
            data={[{ value: '', label: 'none' }, ...(recipes.data ?? []).map((r) => ({ value: r.id, label: r.name }))]}
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
          <NativeSelect
            label="Tool"
            value={toolId}
            onChange={(e) => setToolId(e.currentTarget.value)}
            data={options('tool')}
          />
          <NativeSelect
            label="Material"
            value={materialId}
            onChange={(e) => setMaterialId(e.currentTarget.value)}
            data={options('material')}
          />
          <NativeSelect
            label="Process"
            value={processId}
            onChange={(e) => setProcessId(e.currentTarget.value)}
            data={options('process')}
          />
          <TextInput label="Title" value={title} onChange={(e) => setTitle(e.currentTarget.value)} />
          <NativeSelect
            label="Class"
            value={jobClass}
            onChange={(e) => setJobClass(e.currentTarget.value as JobClass)}
            data={[...jobClasses]}
          />
          <NumberInput label="Pieces" value={quantity} onChange={setQuantity} min={1} max={10000} />
        </div>
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
          onChange={(next) => {
            if (next.placement !== choice.placement) isSetDown.current = true;
            setChoice(next);
          }}
        />
      )}
      {choice && check.mesh && sheet && file && (
        <StandingPanel
          file={() => Promise.resolve(file)}
          choice={choice}
          sheet={sheet}
          onTake={(turnDeg) => {
            isSetDown.current = true;
            setChoice({ ...choice, placement: { ...choice.placement, turnDeg } });
          }}
        />
      )}
      {choice && sheet && !check.outcome && !check.refusal && (
        <div className="verdict" role="status">
          Laying it line by line and checking it, {Math.round(100 * (check.share ?? 0))} %
        </div>
      )}
      {check.outcome && sheet && (
        <>
          <VerdictBand outcome={check.outcome} reading={check.share} />
          <div className="page two">
            <HeightSheet outcome={check.outcome} sheet={sheet} />
            <CheckSide
              outcome={check.outcome}
              quantity={Number(quantity) || 1}
              note="Read on this device; kept as a job, the server’s own run is the record."
            />
          </div>
        </>
      )}
    </>
  );
}

/** Uploads with progress; a cut-off upload says so and leaves nothing half-stored. */
function upload(file: File, onShare: (share: number) => void): Promise<{ sha256: string }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('PUT', '/api/files');
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = (e) => onShare(e.loaded / (e.total || 1));
    request.onerror = () =>
      reject(new Refused(0, 'offline', 'The upload was cut off; nothing was stored. Press again to send it anew'));
    request.onload = () => {
      const body = JSON.parse(request.responseText || '{}') as { sha256?: string; title?: string };
      if (request.status === 200 && body.sha256) resolve({ sha256: body.sha256 });
      else reject(new Refused(request.status, 'upload', body.title ?? `The server answered ${request.status}`));
    };
    request.send(file);
  });
}
