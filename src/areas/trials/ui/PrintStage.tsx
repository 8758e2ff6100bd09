import { Box, Button, Group } from '@mantine/core';
import { useState } from 'react';
import { formatDuration } from '../../../core/units/format.ts';
import { CancelPrint } from '../../../ui/CancelPrint.tsx';
import { EmergencyStop } from '../../../ui/EmergencyStop.tsx';
import { SilentNotice } from '../../../ui/SilentNotice.tsx';
import { StopNotice } from '../../../ui/StopNotice.tsx';
import { HowFar, shareOf } from '../../../ui/HowFar.tsx';
import type { AskedWish } from '../../machines/model/print.ts';
import type { TrialPage } from '../model/pages.ts';
import { kindOf } from '../kinds/index.ts';
import { takenText } from './conditionRows.ts';
import { ElsewhereForm } from './ElsewhereForm.tsx';

/** The print: what it will take, live state while it runs, and what a person may ask of it. */
export function PrintStage({
  trial: t,
  mayChange,
  onWish,
}: {
  readonly trial: TrialPage;
  readonly mayChange: boolean;
  readonly onWish: (wish: AskedWish) => void;
}) {
  const [isElsewhere, setElsewhere] = useState(false);
  const isResin = kindOf(t.kind).technology === 'resin';
  const p = t.progress;
  const running = t.state === 'printing';
  const isHandedOver = running && p?.phase === 'handed over';
  const plates = t.plan.plates ?? 1;
  return (
    <section className="stage" aria-label="Print">
      <h2>
        Print{' '}
        <span className="hint">
          {plates > 1 && `${plates} plates one after another, `}
          {formatDuration(t.plan.timeS)}, {takenText(t.plan)}, € {t.plan.cost.toFixed(2)}
        </span>
      </h2>
      <Group gap={10}>
        {mayChange && t.state === 'planned' && (
          <Button disabled={!t.hasDevice} onClick={() => onWish('print')}>
            Print on {t.machineName}
          </Button>
        )}
        {mayChange && t.state === 'interrupted' && !t.stop && (
          <Button onClick={() => onWish('print')}>
            {p?.phase === 'next plate' ? `Print plate ${(p.plate ?? 0) + 1}` : 'Print again'}
          </Button>
        )}
        {mayChange && isHandedOver && <Button onClick={() => onWish('printed')}>It is printed</Button>}
        {mayChange &&
          running &&
          !isHandedOver &&
          (t.wish === 'pause' ? (
            <Button onClick={() => onWish('print')}>Resume</Button>
          ) : (
            <Button variant="default" onClick={() => onWish('pause')}>
              Pause
            </Button>
          ))}
        {mayChange && running && (
          <CancelPrint share={shareOf(p)} isAsked={t.wish === 'cancel'} onCancel={() => onWish('cancel')} />
        )}
        {mayChange && running && !isHandedOver && <EmergencyStop machineId={t.machineId} machineName={t.machineName} />}
        {isResin && plates > 1 ? (
          <span className="hint">
            layer stacks of plate{' '}
            {Array.from({ length: plates }, (_, i) => (
              <Box component="a" key={i} href={`/api/trials/${t.id}/coupon?plate=${i + 1}`} download mr={8}>
                {i + 1}
              </Box>
            ))}
          </span>
        ) : (
          <Button component="a" variant="default" href={`/api/trials/${t.id}/coupon`} download>
            {isResin
              ? `Layer stack, ${t.plan.lines} ${t.plan.lines === 1 ? 'layer' : 'layers'}`
              : `G-code, ${(t.gcodeBytes / 1000).toFixed(1)} kB`}
          </Button>
        )}
        {mayChange && t.state === 'planned' && (
          <Button
            variant="subtle"
            size="compact-xs"
            aria-expanded={isElsewhere}
            onClick={() => setElsewhere(!isElsewhere)}
          >
            printed from its file instead
          </Button>
        )}
      </Group>
      <div>
        {isElsewhere && t.state === 'planned' && <ElsewhereForm trial={t} onDone={() => setElsewhere(false)} />}
      </div>
      {t.stop && (
        <StopNotice
          hasVat={isResin}
          machineId={t.machineId}
          machineName={t.machineName}
          stop={t.stop}
          mayChange={mayChange}
          onResume={t.resumes ? () => onWish('print') : undefined}
        />
      )}
      {t.silentS !== null && <SilentNotice machineName={t.machineName} silentS={t.silentS} />}
      {p && (
        <Box mt={12} data-phase={p.phase} data-acknowledged={p.acknowledged}>
          <HowFar progress={p} isResin={isResin} plates={plates} />
          {p.message && !t.stop && (
            <Box
              component="p"
              role="status"
              mt={4}
              c={['cancelled', 'done', 'next plate', 'handed over'].includes(p.phase) ? 'var(--ink)' : 'var(--oxide)'}
            >
              {p.message}
            </Box>
          )}
        </Box>
      )}
    </section>
  );
}
