import {
  Box,
  Button,
  Checkbox,
  Group,
  MultiSelect,
  NativeSelect,
  NumberInput,
  Textarea,
  TextInput,
} from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { get, post } from '../../../ui/api.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { OrderButtons } from '../../../ui/OrderButtons.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { usePerson } from '../../../ui/person.tsx';
import { careDrawings, type CareDrawing, type CareTask } from '../model/care.ts';
import { maintenanceFor, maintenanceKinds } from '../model/maintenance.ts';
import type { CarePlan } from '../model/pages.ts';
import { writeCareSchema } from '../model/schemas.ts';

const NEW: CareTask = {
  ...{ name: '', kind: 'cleaning', isBlocking: false },
  triggers: { hours: null, prints: null, days: null, afterFailure: false, afterChange: [] },
  steps: [{ text: '', drawing: null, reading: null }],
};
/** When a task comes, in a few words. */
const comes = ({ triggers: t }: CareTask): string =>
  [
    t.hours !== null && `every ${t.hours} h printed`,
    t.prints !== null && `every ${t.prints} prints`,
    t.days !== null && `every ${t.days} days`,
    t.afterFailure && 'after a print that failed',
    ...t.afterChange.map((k) => `after: ${maintenanceKinds[k].label.toLowerCase()}`),
  ]
    .filter(Boolean)
    .join(', ') || 'when it is needed';

/** The care tasks of a printer profile: for every machine of it, from now on. */
export function CarePlanScreen({ id }: { readonly id: string }) {
  const isLead = usePerson().role === 'lead';
  const [edited, setEdited] = useState<string | null>(null);
  const { data, error } = useQuery({
    queryKey: ['care-plan', id],
    queryFn: () => get('/api/care/plans/[printer]', { printer: id }),
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Opening…</p>;
  const { printer, tasks } = data;
  const isNew = edited !== null && !tasks.some((t) => t.key === edited);
  return (
    <>
      <MachineRooms here={null} />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">
            <a href="/machines/care">Care</a> · every machine of <a href={`/library/${id}`}>{printer.name}</a>
          </div>
          <h1>Care tasks of {printer.name}</h1>
        </div>
        {isLead && edited === null && (
          <div className="end">
            <Button onClick={() => setEdited(freshKey(tasks.map((t) => t.key)))}>Add a task</Button>
          </div>
        )}
      </div>
      {tasks.map(({ key, task, version }) =>
        key === edited ? (
          <TaskForm key={key} plan={data} of={{ key, task, version }} onClose={() => setEdited(null)} />
        ) : (
          <section key={key} className="stage" aria-label={task.name}>
            <h2>
              {task.name}{' '}
              <span className="hint">
                {comes(task)}
                {task.isBlocking && ' · nothing starts before it'}
                {version === 0 && ' · as it comes with the product'}
              </span>
            </h2>
            <ol className="hint">
              {task.steps.map((s, i) => (
                <li key={i}>
                  {s.text}
                  {s.reading && ` (${s.reading.label}: ${s.reading.min} to ${s.reading.max} ${s.reading.unit})`}
                </li>
              ))}
            </ol>
            {isLead && edited === null && (
              <Button variant="default" onClick={() => setEdited(key)} aria-label={`Change: ${task.name}`}>
                Change
              </Button>
            )}
          </section>
        ),
      )}
      {isNew && <TaskForm plan={data} of={{ key: edited, task: NEW, version: 0 }} onClose={() => setEdited(null)} />}
    </>
  );
}
/** Of a task that is added. */
function freshKey(taken: readonly string[]): string {
  for (let n = 1; ; n++) if (!taken.includes(`task-${n}`)) return `task-${n}`;
}

const orNull = (v: number | string): number | null => (v === '' ? null : Number(v));
function TaskForm({
  plan,
  of,
  onClose,
}: {
  readonly plan: CarePlan;
  readonly of: CarePlan['tasks'][number];
  readonly onClose: () => void;
}) {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const form = useForm({
    mode: 'controlled',
    initialValues: { task: of.task, why: '' },
    validate: async (v) => schemaResolver(writeCareSchema)({ ...v, key: of.key, version: of.version }),
  });
  const { task } = form.values;
  const kinds = maintenanceFor(plan.printer.technology).map((value) => ({
    value,
    label: maintenanceKinds[value].label,
  }));
  const isOurs = plan.tasks.some((t) => t.key === of.key);
  const write = async (sent: CareTask | null, why: string): Promise<void> => {
    setProblem(null);
    try {
      await post(
        '/api/care/plans/[printer]',
        { printer: plan.printer.id },
        { key: of.key, version: of.version, task: sent, why },
      );
      notifySuccess(sent ? 'Task saved' : 'Task taken away');
      await client.invalidateQueries();
      onClose();
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  const every = (key: 'hours' | 'prints' | 'days', label: string) => (
    <NumberInput
      label={label}
      min={0}
      value={task.triggers[key] ?? ''}
      onChange={(v) => form.setFieldValue(`task.triggers.${key}`, orNull(v))}
      error={form.errors[`task.triggers.${key}`]}
      w={130}
    />
  );
  return (
    <form
      noValidate
      onSubmit={form.onSubmit((v) => void write(v.task, v.why))}
      className="stage stacked"
      aria-label={task.name || 'New task'}
    >
      <div className="fields">
        <TextInput label="Task" {...form.getInputProps('task.name')} maxLength={60} />
        <NativeSelect label="Counts as" data={kinds} {...form.getInputProps('task.kind')} />
      </div>
      <div className="fields">
        {every('hours', 'Hours printed')}
        {every('prints', 'Prints')}
        {every('days', 'Days')}
        <MultiSelect
          label="After work"
          data={kinds}
          value={[...task.triggers.afterChange]}
          onChange={(v) => form.setFieldValue('task.triggers.afterChange', v)}
        />
      </div>
      <Checkbox
        label="After a print that stopped or gave scrap"
        {...form.getInputProps('task.triggers.afterFailure', { type: 'checkbox' })}
      />
      <Checkbox
        label="Nothing starts on a machine on which it is due"
        {...form.getInputProps('task.isBlocking', { type: 'checkbox' })}
      />
      {task.steps.map((s, i) => (
        <Box key={i} component="fieldset" className="plain">
          <Textarea
            label={`Step ${i + 1}`}
            autosize
            minRows={1}
            maxLength={400}
            {...form.getInputProps(`task.steps.${i}.text`)}
          />
          <Group gap={8} mt={6}>
            <NativeSelect
              aria-label={`Drawing of step ${i + 1}`}
              data={[
                { value: '', label: 'no drawing' },
                ...Object.entries(careDrawings).map(([value, label]) => ({ value, label })),
              ]}
              value={s.drawing ?? ''}
              onChange={(e) =>
                form.setFieldValue(`task.steps.${i}.drawing`, (e.currentTarget.value || null) as CareDrawing | null)
              }
            />
            <Checkbox
              label="a figure is taken"
              checked={s.reading !== null}
              onChange={(e) =>
                form.setFieldValue(
                  `task.steps.${i}.reading`,
                  e.currentTarget.checked ? { label: '', unit: 'mm', min: 0, max: 0.1 } : null,
                )
              }
            />
            <OrderButtons
              of={`step ${i + 1}`}
              at={i}
              count={task.steps.length}
              out={`Remove step ${i + 1}`}
              mayRemove={task.steps.length > 1}
              onMove={(to) => form.reorderListItem('task.steps', { from: i, to })}
              onRemove={() => form.removeListItem('task.steps', i)}
            />
          </Group>
          {s.reading && (
            <div className="fields">
              <TextInput label="What is measured" {...form.getInputProps(`task.steps.${i}.reading.label`)} />
              <TextInput label="Unit" w={90} {...form.getInputProps(`task.steps.${i}.reading.unit`)} />
              <NumberInput label="At least" w={110} {...form.getInputProps(`task.steps.${i}.reading.min`)} />
              <NumberInput label="At most" w={110} {...form.getInputProps(`task.steps.${i}.reading.max`)} />
            </div>
          )}
        </Box>
      ))}
      <Button
        variant="default"
        onClick={() => form.insertListItem('task.steps', { text: '', drawing: null, reading: null })}
      >
        Add a step
      </Button>
      <TextInput label="Why (stays with the task)" maxLength={500} {...form.getInputProps('why')} />
      {problem && <p role="alert">{problem}</p>}
      <Group gap={8}>
        <Button type="submit">Save</Button>
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
        {isOurs && (
          <Button
            variant="subtle"
            disabled={form.values.why.trim() === ''}
            onClick={() => void write(null, form.values.why.trim())}
          >
            Take the task away
          </Button>
        )}
      </Group>
    </form>
  );
}
