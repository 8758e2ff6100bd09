import { Button, Group, NumberInput, Progress, Text } from '@mantine/core';
import { useState } from 'react';
import { AskWhy } from '../../../ui/AskWhy.tsx';
import { dayAndTime } from '../../../ui/dates.ts';
import type { CarePage } from '../model/pages.ts';
import { CareDrawing } from './CareDrawing.tsx';
import css from './CareStep.module.css';

/** The step that comes next of a round, alone on the page: what to do, a drawing, a figure where one is taken. */
export function CareStep({
  round: r,
  problem,
  isBusy,
  mayDo,
  onDone,
  onGiveUp,
}: {
  readonly round: NonNullable<CarePage['underWay']>;
  /** Why the last press was refused. */
  readonly problem: string | null;
  readonly isBusy: boolean;
  /** Whoever only reads sees how far it is. */
  readonly mayDo: boolean;
  readonly onDone: (step: number, reading: number | null) => void;
  readonly onGiveUp: (why: string) => void;
}) {
  const [figure, setFigure] = useState<number | string>('');
  const at = r.steps.length;
  const step = r.task.steps[at];
  if (!step) return null;
  const { reading } = step;
  const last = r.steps.at(-1);
  return (
    <section className={`stage ${css.step}`} aria-label={r.task.name}>
      <h2>
        {r.task.name}{' '}
        <span className="hint">
          step {at + 1} of {r.task.steps.length}
        </span>
      </h2>
      <Progress value={(100 * at) / r.task.steps.length} aria-label={`${at} of ${r.task.steps.length} steps done`} />
      {step.drawing && (
        <div className={css.drawing}>
          <CareDrawing of={step.drawing} />
        </div>
      )}
      <Text className={css.text}>{step.text}</Text>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          onDone(at, figure === '' ? null : Number(figure));
        }}
      >
        {reading && mayDo && (
          <NumberInput
            size="md"
            label={reading.label}
            description={`between ${reading.min} and ${reading.max} ${reading.unit}`}
            suffix={reading.unit && ` ${reading.unit}`}
            inputMode="decimal"
            value={figure}
            onChange={setFigure}
            error={problem}
            mb={12}
          />
        )}
        {problem && !reading && <p role="alert">{problem}</p>}
        {mayDo && (
          <Button type="submit" size="lg" fullWidth disabled={isBusy || (reading !== null && figure === '')}>
            {at + 1 < r.task.steps.length ? 'Done, next step' : 'Done, that was the last'}
          </Button>
        )}
      </form>
      <Group justify="space-between" mt={12}>
        <span className="hint">
          {last ? `step ${at} by ${last.byName}, ${dayAndTime(last.at)}` : `begun by ${r.byName}, ${dayAndTime(r.at)}`}
        </span>
        {mayDo && (
          <AskWhy
            button="Give up"
            variant="subtle"
            label="Why it is not finished"
            does="Give up the task"
            isBusy={isBusy}
            longest={500}
            onWhy={onGiveUp}
          />
        )}
      </Group>
    </section>
  );
}
