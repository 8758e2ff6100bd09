import { each3 } from '../../../core/geometry/each3.ts';
import { Button, Group, NativeSelect, NumberInput, SegmentedControl, Stack } from '@mantine/core';
import type { SupportBox } from '../../../core/toolpath/supportBoxes.ts';
import type { MeshSeen } from '../../rules/meshReport.ts';
import type { CheckContext } from '../../rules/context.ts';
import { bodyOf } from '../../rules/recipeInput.ts';
import { bodyOfObject, MOST_BOXES, type MeshChoice } from '../model/mesh.ts';
import { withBox } from '../model/supportBox.ts';

const KINDS = [
  { value: 'always', label: 'always support' },
  { value: 'never', label: 'never support' },
] as const;
const ORDERS = [
  { value: 'together', label: 'Layer by layer' },
  { value: 'oneByOne', label: 'One after another' },
] as const;
const ENDS = ['minMm', 'maxMm'] as const;

/** How what lies on the plate is laid: in which order, of which materials, and where a person wants support or none. */
export function LayingPanel({
  seen,
  choice,
  sheet,
  onChange,
}: {
  readonly seen: Pick<MeshSeen, 'objects' | 'minMm' | 'maxMm'>;
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  /** Left out where nothing may be changed. */
  readonly onChange?: ((next: MeshChoice) => void) | undefined;
}) {
  const { objects = [], minMm, maxMm } = seen;
  const { boxes = [], more = [] } = choice;
  const bodyOptions = (sheet.recipe.roles ?? []).flatMap(({ role, materialName }) => {
    const body = bodyOf(role);
    return body === null ? [] : [{ value: String(body), label: `${role}, ${materialName}` }];
  });
  const otherFiles = [...new Map(more.flatMap((m) => (m.file ? [[m.file.sha256, m.file] as const] : []))).values()];
  const setBox = (at: number, box: SupportBox): void =>
    onChange?.({ ...choice, boxes: boxes.map((b, i) => (i === at ? box : b)) });
  return (
    <section className="stage" aria-label="How it is laid">
      <h2>How it is laid</h2>
      <Stack gap={14}>
        {more.length > 0 && (
          <Group gap={12}>
            <SegmentedControl
              aria-label="Order of the parts"
              data={[...ORDERS]}
              value={choice.isOneByOne ? 'oneByOne' : 'together'}
              disabled={!onChange}
              onChange={(to) => onChange?.({ ...choice, isOneByOne: to === 'oneByOne' })}
            />
            <span className="hint">
              {choice.isOneByOne
                ? 'The lowest first; head and carriage must pass beside what stands.'
                : 'All parts grow together.'}
            </span>
          </Group>
        )}
        {bodyOptions.length > 1 && (
          <Group gap={12} align="flex-end">
            {objects.map((name, k) => (
              <NativeSelect
                key={k}
                label={`${name} is`}
                data={bodyOptions}
                value={String(bodyOfObject(choice.bodies, k))}
                disabled={!onChange}
                onChange={(e) => {
                  const to = Number(e.currentTarget.value);
                  onChange?.({
                    ...choice,
                    bodies: objects.map((_, i) => (i === k ? to : bodyOfObject(choice.bodies, i))),
                  });
                }}
              />
            ))}
            {otherFiles.map((file) => (
              <NativeSelect
                key={file.sha256}
                label={`${file.name} is`}
                data={bodyOptions}
                value={String(more.find((m) => m.file?.sha256 === file.sha256)?.body ?? 1)}
                disabled={!onChange}
                onChange={(e) => {
                  const body = Number(e.currentTarget.value);
                  onChange?.({
                    ...choice,
                    more: more.map((m) => (m.file?.sha256 === file.sha256 ? { ...m, body } : m)),
                  });
                }}
              />
            ))}
          </Group>
        )}
        {boxes.map((box, i) => (
          <Group key={i} gap={8} align="flex-end" role="group" aria-label={`Box ${i + 1}`}>
            <NativeSelect
              label={`Box ${i + 1}`}
              data={[...KINDS]}
              value={box.kind}
              disabled={!onChange}
              onChange={(e) => setBox(i, { ...box, kind: e.currentTarget.value as SupportBox['kind'] })}
            />
            {(['X', 'Y', 'Height'] as const).map((axis, k) =>
              ENDS.map((end) => (
                <NumberInput
                  key={axis + end}
                  label={`${axis} ${end === 'minMm' ? 'from' : 'to'}, mm`}
                  value={box[end][k]}
                  w={112}
                  step={1}
                  error={box.minMm[k]! < box.maxMm[k]! ? null : 'from is not below to'}
                  disabled={!onChange}
                  onChange={(v) => {
                    if (typeof v !== 'number') return;
                    setBox(i, { ...box, [end]: each3((n) => (n === k ? v : box[end][n])) });
                  }}
                />
              )),
            )}
            <Button
              variant="default"
              h={36}
              disabled={!onChange}
              onClick={() => onChange?.({ ...choice, boxes: boxes.filter((_, n) => n !== i) })}
            >
              Remove
            </Button>
          </Group>
        ))}
        <Group gap={12}>
          <Button
            variant="default"
            disabled={!onChange || boxes.length >= MOST_BOXES}
            onClick={() =>
              onChange?.(
                withBox(choice, {
                  from: [minMm[0], minMm[1]],
                  to: [maxMm[0], maxMm[1]],
                  heightMm: maxMm[2] - minMm[2],
                }),
              )
            }
          >
            Add a box for support
          </Button>
          <span className="hint">
            {boxes.length === 0
              ? 'Support follows the angle of the recipe. Draw over the plan, or add a box, where it shall always or never be built.'
              : 'What hangs within a box always gets support, or never does, whatever its angle.'}
          </span>
        </Group>
      </Stack>
    </section>
  );
}
