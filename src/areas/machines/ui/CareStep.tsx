import { Button, Group, NumberInput, Popover, Progress, Text, TextInput } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { useState } from 'react';
import { dayAndTime } from '../../../ui/dates.ts';
import type { CarePage } from '../model/pages.ts';
import { CareDrawing } from './CareDrawing.tsx';
import css from './CareStep.module.css';

/** The step that comes next of a round, alone on the page: what to do, a drawing, a figure where one is taken. */
export function CareStep({
  round: r,
  problem,
  isBusy,
  onDone,
  onGiveUp,
}: {
  readonly round: NonNullable<CarePage['underWay']>;
  /** Why the last press was refused. */
  readonly problem: string | null;
  readonly isBusy: boolean;
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
        {reading && (
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
        <Button type="submit" size="lg" fullWidth disabled={isBusy || (reading !== null && figure === '')}>
          {at + 1 < r.task.steps.length ? 'Done, next step' : 'Done, that was the last'}
        </Button>
      </form>
      <Group justify="space-between" mt={12}>
        <span className="hint">
          {last ? `step ${at} by ${last.byName}, ${dayAndTime(last.at)}` : `begun by ${r.byName}, ${dayAndTime(r.at)}`}
        </span>
        <GiveUp onGiveUp={onGiveUp} />
      </Group>
    </section>
  );
}

/** Nothing of what was done counts then, so it is asked why. */
function GiveUp({ onGiveUp }: { readonly onGiveUp: (why: string) => void }) {
  const [isOpen, { toggle, close }] = useDisclosure(false);
  const [why, setWhy] = useState('');
  return (
    <Popover opened={isOpen} onChange={close} position="bottom-end" trapFocus withArrow width={300}>
      <Popover.Target>
        <Button variant="subtle" onClick={toggle}>
          Give up
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            close();
            onGiveUp(why.trim());
          }}
        >
          <TextInput
            label="Why it is not finished"
            value={why}
            onChange={(e) => setWhy(e.currentTarget.value)}
            maxLength={500}
            data-autofocus
          />
          <Button type="submit" mt={10} disabled={why.trim() === ''}>
            Give up the task
          </Button>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
