import { JOB, type JobAct } from './jobAct.ts';
import { Box, Button, Modal, Textarea } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useCallback, useState } from 'react';
import { get, postAct } from '../../../ui/api.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { usePerson } from '../../../ui/person.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { MeshChoice } from '../model/mesh.ts';
import { isOfLayers, ofProgram, type Finding } from '../../rules/outcome.ts';
import { mayCheckAgain } from '../model/states.ts';
import { stillOpen } from '../model/pages.ts';
import { isReadAlike } from '../model/arrangeOnPlates.ts';
import { CheckSide } from './CheckSide.tsx';
import { fetchFile, fetchOthers } from '../../../ui/jobFiles.ts';
import { LEAN_DEG } from '../../../core/resin/stackReport.ts';
import { fitting, otherFilesOf } from '../model/mesh.ts';
import { HeightChart } from './HeightChart.tsx';
import { LARGEST_DRAWN_BYTES } from './JobPath.tsx';
import { LayingPanel } from './LayingPanel.tsx';
import { MeshPanel } from './MeshPanel.tsx';
import { OtherMachines } from './OtherMachines.tsx';
import { OutcomePanel } from './OutcomePanel.tsx';
import { PlatePanel } from './PlatePanel.tsx';
import { PrintPanel } from './PrintPanel.tsx';
import { StackPanel } from './StackPanel.tsx';
import { SolidPanel } from './SolidPanel.tsx';
import { OrientationPanel } from './OrientationPanel.tsx';
import { VerdictBand } from './VerdictBand.tsx';

const JobPath = lazy(() => import('./JobPath.tsx'));
/** States in which a job is at the machine, or has been. */
const HANDED_OVER = ['cleared', 'queued', 'printing', 'needs attention', 'done', 'failed'];

export function JobScreen({ id }: { readonly id: string }) {
  const client = useQueryClient();
  const person = usePerson();
  const { data: j, error } = useQuery({
    queryKey: ['job', id],
    queryFn: () => get('/api/jobs/[id]', { id }),
    refetchInterval: ({ state: { data } }) =>
      ['queued', 'running'].includes(data?.run?.state ?? '') ? 1000 : data?.state === 'printing' ? 1500 : false,
  });
  const [asking, setAsking] = useState(false);
  const [why, setWhy] = useState('');
  const [wish, setWish] = useState<MeshChoice | null>(null);
  const [isPath, setPath] = useState(false);
  const [layer, setLayer] = useState<number | null>(null);
  const isMesh = Boolean(j?.mesh);
  const file = useCallback(() => fetchFile(id, isMesh), [id, isMesh]);
  const placed = j?.mesh ?? null;
  const others = useCallback(
    () => (placed ? fetchOthers(id, otherFilesOf(placed)) : Promise.resolve([])),
    [id, placed],
  );
  if (error && !j)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!j) return <p className="empty">Opening the job…</p>;
  const act: JobAct = async (name, body, said) => {
    try {
      await postAct(JOB, { id }, name, body);
      if (said) notifySuccess(said);
      setAsking(false);
      await client.invalidateQueries();
      return true;
    } catch (e) {
      notifyError(e);
      return false;
    }
  };
  const run = j.run;
  const judged = run?.outcome ?? null;
  const outcome = ofProgram(judged);
  const layers = judged && isOfLayers(judged) ? judged : null;
  const sheet = run?.sheet ?? j.sheet;
  const busy = run?.state === 'queued' || run?.state === 'running';
  const mayChange = stillOpen(j.state) && !busy && person.role !== 'viewer';
  const rest = mayChange
    ? (turnDeg: MeshChoice['placement']['turnDeg']): void => {
        const now = wish ?? j.mesh!;
        setWish(fitting(now, { ...now, placement: { ...now.placement, turnDeg } }));
      }
    : undefined;
  const again = mayCheckAgain(person, j) && (
    <Button variant="default" disabled={busy} onClick={() => void act('check', {}, 'Check started')}>
      Check again
    </Button>
  );
  const onFix =
    judged && mayChange && !wish && !j.outOfDate && run
      ? (f: Finding): void =>
          void act('fix', { runId: run.id, finding: judged.findings.indexOf(f) }, 'Applied to a copy; check started')
      : undefined;
  const unsaved = wish && (
    <div className="verdict" role="status">
      This position has not been checked yet.
      <span className="end">
        <Button variant="default" onClick={() => setWish(null)}>
          Discard changes
        </Button>
        <Button
          onClick={() =>
            void act('place', wish, 'Position saved; check started').then((isDone) => isDone && setWish(null))
          }
        >
          Save position and check
        </Button>
      </span>
    </div>
  );
  return (
    <>
      <div className="band" data-kind="job">
        <div>
          <div className="kind">
            Job {j.name} · {j.quantity} {j.quantity === 1 ? 'piece' : 'pieces'} · {j.class}
            {j.purpose && ` · ${j.purpose}`}
            {j.due && ` · due ${day(j.due)}`} · {j.state}
          </div>
          <h1>{j.title}</h1>
        </div>
        <span className="chip f">{j.fileName}</span>
        {j.sheet && (
          <>
            <a className="chip" href={`/machines/${j.recipe.machineId}`}>
              {j.sheet.machine.name} · {j.sheet.recipe.tool.name}
            </a>
            <a className="chip" href={`/library/${j.recipe.materialId}`}>
              {j.sheet.recipe.material.name}
              {j.sheet.machine.loaded?.id === j.recipe.materialId && ` · lot ${j.sheet.machine.loaded.lot}`}
            </a>
            <a className="chip" href={`/library/${j.recipe.processId}`}>
              {j.sheet.recipe.process.name}
            </a>
            {j.sheet.heads?.map((h) => (
              <a key={h.tool} className="chip" href={`/library/${h.recipe.material.id}`}>
                head {h.tool + 1}, {h.roles.join(', ')}: {h.recipe.tool.name} · {h.recipe.material.name}
                {h.loaded?.id === h.recipe.material.id && ` · lot ${h.loaded.lot}`}
              </a>
            ))}
          </>
        )}
      </div>
      {j.request && (
        <p className="stage hint">
          <a href={`/checks/requests/${j.request.id}`}>{j.request.name}</a>, requested by {j.request.createdByName}:{' '}
          {j.request.wanted}
        </p>
      )}
      {busy && (
        <div className="verdict" role="status">
          {run.state === 'queued'
            ? 'Waiting for the worker'
            : `The server reads the file, ${Math.round((run.bytesRead / j.fileSize) * 100)} %`}
        </div>
      )}
      {(run?.state === 'refused' || run?.state === 'gave up') && (
        <div className="verdict" data-v="blocked" role="alert">
          <StateMark mark="outside" />
          {run.refusal}
          <span className="end">{again}</span>
        </div>
      )}
      {j.outOfDate && (
        <Box className="verdict" data-v="clear with cautions" role="alert" fw={600} fz={13}>
          <StateMark mark="due" />
          <span>
            Out of date: {j.changed.join('; ')}. The verdict below was right {run && dayAndTime(run.at)}.
          </span>
          <span className="end">{again}</span>
        </Box>
      )}
      {judged && sheet && (
        <VerdictBand outcome={judged} reading={null}>
          {!j.outOfDate && again}
          {person.role !== 'viewer' &&
            !j.outOfDate &&
            ['received', 'checked'].includes(j.state) &&
            (judged.verdict !== 'blocked' ? (
              <Button onClick={() => void act('clear', { why: '' }, 'Approved for printing')}>
                Approve for printing
              </Button>
            ) : person.role === 'lead' ? (
              <Button variant="default" onClick={() => setAsking(true)}>
                Override with a reason
              </Button>
            ) : null)}
        </VerdictBand>
      )}
      {judged?.mesh && j.mesh && sheet && (
        <MeshPanel
          seen={judged.mesh}
          choice={wish ?? j.mesh}
          sheet={sheet}
          findings={judged.findings}
          onChange={mayChange ? (next) => setWish(fitting(wish ?? j.mesh!, next)) : undefined}
          repairedHref={run?.repairedSha ? `/api/jobs/${id}/program?original=repaired` : undefined}
        />
      )}
      {layers && run && (
        <>
          {j.mesh?.hollowed && (
            <p className="stage hint">
              Hollowed to walls of {j.mesh.hollowed.wallMm} mm from{' '}
              <a href={`/api/jobs/${id}/program?original=${j.mesh.hollowed.from.sha256}`} download>
                {j.mesh.hollowed.from.name}
              </a>
              , which is kept beside it.
            </p>
          )}
          {j.mesh && sheet && (
            <SolidPanel
              file={file}
              others={others}
              choice={wish ?? j.mesh}
              sheet={sheet}
              limitDeg={LEAN_DEG}
              onRest={rest}
            />
          )}
          {unsaved}
          <StackPanel job={j} run={run} outcome={layers} onFix={onFix} />
        </>
      )}
      {outcome && sheet && (
        <>
          {outcome.mesh && j.mesh && (
            <>
              <LayingPanel
                seen={outcome.mesh}
                choice={wish ?? j.mesh}
                sheet={sheet}
                onChange={mayChange ? setWish : undefined}
              />
              <SolidPanel
                file={file}
                others={others}
                choice={wish ?? j.mesh}
                sheet={sheet}
                limitDeg={outcome.mesh.overhangLimitDeg}
                onRest={rest}
              />
              <OrientationPanel file={file} choice={wish ?? j.mesh} sheet={sheet} onTake={rest} />
              <PlatePanel
                read={j.mesh}
                hulls={[outcome.mesh.hull, ...outcome.mesh.others]}
                plates={[{ file: null, choice: wish ?? j.mesh, pieces: outcome.mesh.parts }]}
                jobFile={{ sha256: j.fileSha, name: j.fileName, size: j.fileSize }}
                sheet={sheet}
                onSpread={
                  mayChange && (!wish || isReadAlike(wish, j.mesh))
                    ? ({ plates: [first] }) => first && setWish(first.choice)
                    : undefined
                }
                isOneJob
              />
              {unsaved}
            </>
          )}
          <div className="page two">
            <HeightChart
              outcome={outcome}
              sheet={sheet}
              onFix={onFix}
              onLayer={(n) => {
                setLayer(n);
                setPath(true);
              }}
            />
            <CheckSide
              rulesVersion={run?.rulesVersion ?? null}
              outcome={outcome}
              sheet={sheet}
              onTaught={() => void client.invalidateQueries()}
              prints={j.prints}
              programHref={run?.programSha ? `/api/jobs/${id}/program` : undefined}
              note={
                run?.doneAt
                  ? `By the server, ${dayAndTime(run.doneAt)}; with the limits of that time.${run.reusedRunId ? ' Its path is that of an earlier check: nothing it depends on had changed.' : ''}`
                  : ''
              }
            />
          </div>
          {outcome.report.bytes <= LARGEST_DRAWN_BYTES && (
            <section className="stage" aria-label="Path">
              <h2>
                The path{' '}
                <Button variant="subtle" size="compact-xs" aria-pressed={isPath} onClick={() => setPath(!isPath)}>
                  {isPath ? 'Hide' : 'Show layers'}
                </Button>
              </h2>
              {isPath && (
                <Suspense fallback={<p className="hint">Opening…</p>}>
                  <JobPath
                    jobId={id}
                    program={run?.programSha ?? run?.id ?? ''}
                    motion={sheet.machine.motion}
                    layer={layer}
                    layers={outcome.report.layerRows.length}
                    hasHeads={(outcome.report.heads?.length ?? 0) > 1}
                  />
                </Suspense>
              )}
            </section>
          )}
          {j.fileSize <= LARGEST_DRAWN_BYTES && (
            <OtherMachines job={j} file={file} mayMake={person.role !== 'viewer'} />
          )}
        </>
      )}
      {person.role !== 'viewer' && judged && (
        <section className="stage">
          <a href={`/checks/references?job=${id}`}>Use as reference part</a>{' '}
          <span className="hint">to print it again after each change and score the same places</span>
        </section>
      )}
      {judged && sheet && (
        <>
          {HANDED_OVER.includes(j.state) && !j.outOfDate && (
            <PrintPanel job={j} mayChange={person.role !== 'viewer'} act={act} />
          )}
          {HANDED_OVER.includes(j.state) && <OutcomePanel job={j} mayChange={person.role !== 'viewer'} act={act} />}
        </>
      )}
      <Modal
        opened={asking}
        onClose={() => setAsking(false)}
        title="Override a blocked job"
        transitionProps={{ duration: 0 }}
      >
        <Textarea
          label="Reason (recorded with the job for good)"
          value={why}
          onChange={(e) => setWhy(e.currentTarget.value)}
          data-autofocus
          minRows={3}
        />
        <Button mt={12} disabled={why.trim().length < 5} onClick={() => void act('clear', { why }, 'Overridden')}>
          Override
        </Button>
      </Modal>
    </>
  );
}
