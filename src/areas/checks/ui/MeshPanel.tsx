import { each3 } from '../../../core/geometry/each3.ts';
import { Button, Checkbox, Flex, Group, NativeSelect, NumberInput, Radio, Stack } from '@mantine/core';
import { useState } from 'react';
import { unitDoubt } from '../../../core/mesh/units.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { MeshSeen } from '../../rules/meshReport.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { Finding } from '../../rules/outcome.ts';
import type { CheckContext } from '../../rules/context.ts';
import { movedBoxes, withBox } from '../model/supportBox.ts';
import { PlanView } from './PlanView.tsx';
import { volumeText } from './volumeText.ts';

const AXES = ['X', 'Y', 'Z'] as const;
const QUARTER = 90;
const ASKS = {
  impossible: 'In millimetres no part has this size. What is one of its units?',
  unusual: 'In millimetres this is a very small part. What is one of its units?',
} as const;
const sizeText = (size: readonly number[]): string =>
  size.map((v) => (v < 1 ? v.toPrecision(2) : v.toFixed(v < 100 ? 1 : 0))).join(' × ');

const isEven = (scale: MeshChoice['placement']['scale']): boolean => scale.every((s) => s === scale[0]);

/** What a mesh is, in which unit it is read, and how it stands on the plate. */
export function MeshPanel({
  seen,
  choice,
  sheet,
  findings,
  onChange,
  repairedHref,
}: {
  readonly seen: MeshSeen;
  readonly choice: MeshChoice;
  readonly sheet: CheckContext | null;
  readonly findings?: readonly Finding[];
  /** Left out where nothing may be changed. */
  readonly onChange?: ((next: MeshChoice) => void) | undefined;
  /** Where the repaired meshes are kept as a file of their own. */
  readonly repairedHref?: string | undefined;
}) {
  const { facts, readings } = seen;
  const [isLocked, setLocked] = useState(isEven(choice.placement.scale));
  const { more = [] } = choice;
  /** Which of the things on the plate is moved; the file's own first. */
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, more.length);
  const things = [choice, ...more];
  const p = things[at]!.placement;
  const hulls = [seen.hull, ...seen.others];
  const size = [0, 1, 2].map((k) => seen.maxMm[k]! - seen.minMm[k]!);
  const set = (change: Partial<MeshChoice['placement']>): void => {
    const placement = { ...p, ...change };
    if (at > 0) return onChange?.({ ...choice, more: more.map((m, i) => (i === at - 1 ? { ...m, placement } : m)) });
    // boxes for support go with the only thing there is
    const boxes =
      more.length === 0 && choice.boxes && movedBoxes(choice.boxes, placement.xMm - p.xMm, placement.yMm - p.yMm);
    onChange?.({ ...choice, placement, ...(boxes && { boxes }) });
  };
  const turn = (axis: number, to: number): void =>
    set({ turnDeg: each3((k) => (k === axis ? to % 360 : p.turnDeg[k])) });
  const doubt = choice.unit === null ? unitDoubt(readings) : null;
  const faults = [
    facts.openEdges > 0 && `${facts.openEdges} open edges`,
    facts.nonManifoldEdges > 0 && `${facts.nonManifoldEdges} edges with more than two faces`,
    facts.insideOutShells > 0 && `${facts.insideOutShells} of ${facts.shells} bodies inside out`,
    facts.flippedEdges > 0 && `${facts.flippedEdges} edges between faces wound against each other`,
    facts.degenerateFaces > 0 && `${facts.degenerateFaces} triangles without area`,
    facts.duplicateFaces > 0 && `${facts.duplicateFaces} triangles that stand twice`,
  ].filter(Boolean);
  return (
    <section className="stage" aria-label="Mesh">
      <h2>
        The part{' '}
        <span className="hint">
          {seen.format.toUpperCase()}, {facts.triangles.toLocaleString('en-GB')} triangles, {facts.shells}{' '}
          {facts.shells === 1 ? 'body' : 'bodies'}
          {seen.parts > 1 && ` in ${seen.parts} parts`}, {volumeText(facts)}
        </span>
      </h2>
      <Group gap={24} align="flex-start">
        {sheet && (
          <PlanView
            sheet={sheet}
            hull={hulls[at] ?? seen.hull}
            others={hulls.filter((_, i) => i !== at)}
            minMm={seen.minMm}
            maxMm={seen.maxMm}
            {...(findings && { findings })}
            {...(choice.boxes && { boxes: choice.boxes })}
            onDraw={onChange && ((from, to) => onChange(withBox(choice, { from, to, heightMm: size[2]! })))}
          />
        )}
        <Stack flex="1 1 420px" gap={12}>
          {readings.length > 0 && (
            <fieldset className="plain" disabled={!onChange}>
              <legend className="hint marked">
                {doubt && <StateMark mark="due" />}
                {doubt ? ASKS[doubt] : `The file has no unit; read in ${seen.unit} it measures as marked`}
              </legend>
              <Group gap="8px 28px" mt={6}>
                {readings.map((r) => (
                  <Radio
                    key={r.unit}
                    name="unit"
                    disabled={!onChange}
                    checked={(choice.unit ?? (doubt ? null : seen.unit)) === r.unit}
                    onChange={() => onChange?.({ ...choice, unit: r.unit })}
                    label={
                      <>
                        <b>{r.unit}</b> <span className="f">{sizeText(r.sizeMm)} mm</span>
                        {!r.isPlausible && <span className="hint"> no part has that size</span>}
                      </>
                    }
                  />
                ))}
              </Group>
            </fieldset>
          )}
          {more.length > 0 && (
            <Group gap={8} align="flex-end">
              <NativeSelect
                label="Part on the plate"
                value={String(at)}
                onChange={(e) => {
                  const to = Number(e.currentTarget.value);
                  setChosen(to);
                  setLocked(isEven(things[to]!.placement.scale));
                }}
                data={things.map((t, i) => ({
                  value: String(i),
                  label: `${i + 1} of ${things.length}${'file' in t && t.file ? `, ${t.file.name}` : ''}`,
                }))}
              />
              <Button
                variant="default"
                h={36}
                disabled={!onChange || at === 0}
                title={at === 0 ? 'The file of the job itself stays' : undefined}
                onClick={() => onChange?.({ ...choice, more: more.filter((_, i) => i !== at - 1) })}
              >
                Remove from the plate
              </Button>
            </Group>
          )}
          <Group gap={8} align="flex-end">
            {AXES.map((axis, k) => (
              <Group key={axis} gap={4} align="flex-end" wrap="nowrap">
                <NumberInput
                  label={`Turn about ${axis}, °`}
                  value={p.turnDeg[k]}
                  min={-360}
                  max={360}
                  w={104}
                  disabled={!onChange}
                  onChange={(v) => typeof v === 'number' && turn(k, v)}
                />
                <Button
                  variant="default"
                  h={36}
                  disabled={!onChange}
                  aria-label={`Quarter turn about ${axis}`}
                  title={`Quarter turn about ${axis}`}
                  onClick={() => turn(k, p.turnDeg[k]! + QUARTER)}
                >
                  Turn 90°
                </Button>
              </Group>
            ))}
            {(isLocked ? ['Scale, %'] : AXES.map((a) => `Scale ${a}, %`)).map((label, k) => (
              <NumberInput
                key={label}
                label={label}
                value={Number((100 * p.scale[k]!).toFixed(3))}
                min={0.1}
                max={100_000}
                w={96}
                disabled={!onChange}
                onChange={(v) =>
                  typeof v === 'number' &&
                  v > 0 &&
                  set({
                    scale: each3((i) => (isLocked || i === k ? v / 100 : p.scale[i])),
                  })
                }
              />
            ))}
            <Checkbox
              label="Lock proportions"
              pb={10}
              checked={isLocked}
              disabled={!onChange}
              onChange={(e) => setLocked(e.currentTarget.checked)}
            />
          </Group>
          {sheet && (
            <Group gap={8} align="flex-end">
              <NumberInput
                label="Centre X, mm"
                value={Number(p.xMm.toFixed(3))}
                w={128}
                disabled={!onChange}
                onChange={(v) => typeof v === 'number' && set({ xMm: v })}
              />
              <NumberInput
                label="Centre Y, mm"
                value={Number(p.yMm.toFixed(3))}
                w={128}
                disabled={!onChange}
                onChange={(v) => typeof v === 'number' && set({ yMm: v })}
              />
              <Button
                variant="default"
                h={36}
                disabled={!onChange}
                onClick={() => set({ xMm: sheet.machine.travelMm[0] / 2, yMm: sheet.machine.travelMm[1] / 2 })}
              >
                Centre on the plate
              </Button>
            </Group>
          )}
          <Flex component="p" className="hint" gap={6} align="center">
            <StateMark mark={faults.length === 0 ? 'proven' : 'due'} />
            {faults.length === 0 ? 'The surface is closed and looks outward.' : `${faults.join(', ')}.`} As placed:{' '}
            <span className="f">{sizeText(size)} mm</span>
          </Flex>
          {(faults.length > 0 || choice.repair) && (
            <Group className="hint" gap={8} align="baseline">
              <Button
                variant="default"
                disabled={!onChange}
                aria-pressed={choice.repair === true}
                onClick={() => onChange?.({ ...choice, repair: !choice.repair })}
              >
                {choice.repair ? 'Use original' : 'Repair'}
              </Button>
              <span>
                {choice.repair
                  ? seen.repair && seen.repair.length > 0
                    ? `Repaired: ${seen.repair.join('; ')}.`
                    : 'There was nothing to repair.'
                  : 'Into a new file beside this one; every change is listed.'}{' '}
                {repairedHref && (
                  <a href={repairedHref} download>
                    Download 3MF
                  </a>
                )}
              </span>
            </Group>
          )}
        </Stack>
      </Group>
    </section>
  );
}
