import { useEffect, useRef, useState } from 'react';
import type { MeshAnswer, MeshWish } from '../../../workers/readMesh.ts';
import type { StackAnswer, StackRequest } from '../../../workers/readStack.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { CheckOutcome, JobOutcome } from '../../rules/outcome.ts';
import type { MeshSeen } from '../../rules/meshReport.ts';
import type { CheckContext } from '../../rules/context.ts';
import { stackWorker } from './usePictures.ts';

export interface LocalCheck {
  readonly outcome: JobOutcome | null;
  /** How far the file is read and checked; null once it is. */
  readonly share: number | null;
  readonly refusal: string | null;
  readonly mesh: MeshSeen | null;
  /** How the mesh stood when it was read so. */
  readonly read: MeshChoice | null;
}
type ProgramAnswer = { read?: number; outcome?: CheckOutcome; done?: boolean; refusal?: string };
const NOTHING: LocalCheck = { outcome: null, share: 0, refusal: null, mesh: null, read: null };
const SETTLED_MS = 150;

/** Checks a file on this device in a worker, anew whenever anything it depends on changes; `choice` is given for meshes. */
export function useLocalCheck(
  file: File | null,
  choice: MeshChoice | null,
  sheet: CheckContext | null,
  others: readonly (readonly [string, File])[],
): LocalCheck {
  const [check, setCheck] = useState<LocalCheck>(NOTHING);
  const worker = useRef<Worker | null>(null);
  useEffect(() => {
    worker.current?.terminate();
    worker.current = null;
    if (!file || (!choice && !sheet)) {
      setCheck(NOTHING);
      return;
    }
    setCheck((before) => (choice ? { ...NOTHING, mesh: before.mesh, read: before.read } : NOTHING));
    // what is typed figure by figure is checked once
    const timer = setTimeout(() => {
      worker.current = choice
        ? checkMeshFile({ file, others, choice, sheet }, setCheck)
        : (sheet!.technology === 'resin' ? checkStackFile : checkProgramFile)(file, sheet!, setCheck);
    }, SETTLED_MS);
    return () => {
      clearTimeout(timer);
      worker.current?.terminate();
    };
  }, [file, choice, sheet, others]);
  return check;
}

type Change = (change: (before: LocalCheck) => LocalCheck) => void;

function checkMeshFile(wish: MeshWish, change: Change): Worker {
  const w = new Worker(new URL('../../../workers/readMesh.ts', import.meta.url), { type: 'module' });
  w.onmessage = ({ data }: MessageEvent<MeshAnswer>) =>
    change((before) => {
      if ('seen' in data) return { ...before, mesh: data.seen, read: wish.choice };
      if ('share' in data) return { ...before, share: data.share };
      if ('refusal' in data) return { ...before, refusal: data.refusal, share: null };
      return { ...before, outcome: data.outcome, share: null };
    });
  w.postMessage(wish);
  return w;
}
function checkStackFile(file: File, sheet: CheckContext, change: Change): Worker {
  const w = stackWorker();
  w.onmessage = ({ data }: MessageEvent<StackAnswer>) =>
    change((before) => {
      if ('share' in data) return { ...before, share: data.share };
      if ('refusal' in data) return { ...before, refusal: data.refusal, share: null };
      return 'outcome' in data ? { ...before, outcome: data.outcome, share: null } : before;
    });
  w.postMessage({ file, wish: { act: 'check', context: sheet } } satisfies StackRequest);
  return w;
}
function checkProgramFile(file: File, sheet: CheckContext, change: Change): Worker {
  const w = new Worker(new URL('../../../workers/readGcode.ts', import.meta.url), { type: 'module' });
  w.onmessage = ({ data }: MessageEvent<ProgramAnswer>) =>
    change(() => ({
      outcome: data.outcome ?? null,
      share: data.done || data.refusal ? null : (data.read ?? 0) / (file.size || 1),
      refusal: data.refusal ?? null,
      mesh: null,
      read: null,
    }));
  w.postMessage({ file, sheet });
  return w;
}
