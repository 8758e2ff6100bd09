import { Button } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';
import { dayAndTime } from '../../../ui/dates.ts';
import type { Finding, StackOutcome } from '../../rules/outcome.ts';
import type { JobPage } from '../model/pages.ts';
import { LARGEST_DRAWN_BYTES } from './JobPath.tsx';
import { StackHeights } from './StackHeights.tsx';
import { StackSide } from './StackSide.tsx';

const StackLayers = lazy(() => import('./StackLayers.tsx'));

/** What was found of a job's layers: heights, estimate, and the layers themselves. */
export function StackPanel({
  job: j,
  run,
  outcome,
  onFix,
}: {
  readonly job: JobPage;
  readonly run: NonNullable<JobPage['run']>;
  readonly outcome: StackOutcome;
  readonly onFix?: ((finding: Finding) => void) | undefined;
}) {
  const [layer, setLayer] = useState(0);
  const [isShown, setShown] = useState(false);
  return (
    <>
      <div className="page two">
        <StackHeights
          outcome={outcome}
          onFix={onFix}
          onLayer={(n) => {
            setLayer(n);
            setShown(true);
          }}
        />
        <StackSide
          outcome={outcome}
          prints={j.prints}
          rulesVersion={run.rulesVersion}
          note={run.doneAt ? `By the server, ${dayAndTime(run.doneAt)}; with the limits of that time.` : ''}
          stackHref={`/api/jobs/${j.id}/program`}
        />
      </div>
      {j.fileSize <= LARGEST_DRAWN_BYTES && (
        <section className="stage" aria-label="Layers">
          <h2>
            The layers{' '}
            <Button variant="subtle" size="compact-xs" aria-pressed={isShown} onClick={() => setShown(!isShown)}>
              {isShown ? 'Hide' : 'Show layers'}
            </Button>
          </h2>
          {isShown && (
            <Suspense fallback={<p className="hint">Opening…</p>}>
              <StackLayers
                jobId={j.id}
                version={run.programSha ?? run.id}
                stack={outcome.stack}
                layer={layer}
                onLayer={setLayer}
              />
            </Suspense>
          )}
        </section>
      )}
    </>
  );
}
