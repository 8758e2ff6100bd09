import { Box, Button, Group, NumberInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { FileRef } from '../../requests/model/file.ts';
import { numberOf } from '../../library/settings/define.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { CheckContext } from '../../rules/context.ts';
import {
  edgeOf,
  arrangeOnPlates,
  thingsOf,
  USUAL_GAP_MM,
  type PlannedPlate,
  type Spread,
} from '../model/arrangeOnPlates.ts';

const MOST_PIECES = 200;

/** How many of each lie on the plate, and a way to set them apart; what does not fit goes on further plates. */
export function PlatePanel({
  read,
  hulls,
  plates: now,
  jobFile,
  sheet,
  onSpread,
  isOneJob = false,
}: {
  /** How the parts stood when they were last read, and their outlines from above as they stood then, in the same order. */
  readonly read: MeshChoice;
  readonly hulls: readonly (readonly (readonly [number, number])[])[];
  /** Everything that lies somewhere now, on this plate and on further ones. */
  readonly plates: readonly PlannedPlate[];
  readonly jobFile: FileRef;
  readonly sheet: CheckContext;
  readonly onSpread?: ((spread: Spread) => void) | undefined;
  /** A kept job has one plate: what goes on others has to become jobs of its own. */
  readonly isOneJob?: boolean;
}) {
  const things = thingsOf(read, hulls, now);
  const [counts, setCounts] = useState<Readonly<Record<string, number>>>({});
  const [gapMm, setGap] = useState(USUAL_GAP_MM);
  const [says, setSays] = useState<string | null>(null);
  useEffect(() => setSays(null), [sheet]);
  const total = things.reduce((n, t) => n + t.count, 0);
  const countOf = (key: string, now: number): number => counts[key] ?? now;
  const keyOf = (file: FileRef | null): string => file?.sha256 ?? '';
  const wanted = things.map((t) => ({ ...t, count: countOf(keyOf(t.file), t.count) }));
  const pieces = wanted.reduce((n, t) => n + t.count, 0);
  const arrangeThem = (): void => {
    const plate = [sheet.machine.travelMm[0], sheet.machine.travelMm[1]] as const;
    const { choice } = now[0]!;
    // beside a finished part the head needs room for itself
    const apartMm = choice.isOneByOne ? (numberOf(sheet.recipe.values ?? {}, 'headReachMm') ?? 0) : 0;
    const spread = arrangeOnPlates(wanted, choice, jobFile, plate, {
      gapMm: Math.max(gapMm, apartMm),
      edgeMm: edgeOf(sheet),
    });
    const { plates, tooLarge } = spread;
    const each = plates.map((p) => p.pieces);
    const left = each.slice(1).reduce((a, b) => a + b, 0);
    setSays(
      [
        tooLarge.length > 0 &&
          `${tooLarge.map((t) => (t.file ?? jobFile).name).join(', ')}: larger than the plate, however it is turned.`,
        plates.length === 1 && `All ${each[0]} on one plate.`,
        plates.length > 1 &&
          (isOneJob
            ? `${each[0]} on this plate; ${left} more need ${plates.length - 1} further: make jobs of them.`
            : `${each.reduce((a, b) => a + b, 0)} on ${plates.length} plates: ${each.join(', ')}. Each becomes a job of its own.`),
        choice.boxes &&
          choice.boxes.length > 0 &&
          'The boxes for support are gone: draw them round the parts as they lie now.',
      ]
        .filter(Boolean)
        .join(' '),
    );
    setCounts({});
    if (plates.length > 0) onSpread?.(spread);
  };
  return (
    <section className="stage" aria-label="On the plate">
      <h2>
        On the plate{' '}
        <span className="hint">
          {total} {total === 1 ? 'piece' : 'pieces'}
          {now.length > 1 && ` on ${now.length} plates`}
        </span>
      </h2>
      <Group gap={12} align="flex-end">
        {wanted.map((t) => (
          <NumberInput
            key={keyOf(t.file)}
            label={(t.file ?? jobFile).name}
            value={t.count}
            min={1}
            max={MOST_PIECES}
            w={170}
            allowDecimal={false}
            disabled={!onSpread}
            onChange={(v) => typeof v === 'number' && setCounts((c) => ({ ...c, [keyOf(t.file)]: v }))}
          />
        ))}
        <NumberInput
          label="Spacing, mm"
          value={gapMm}
          min={0}
          max={100}
          w={130}
          disabled={!onSpread}
          onChange={(v) => typeof v === 'number' && setGap(v)}
        />
        <Button variant="default" h={36} disabled={!onSpread || pieces > MOST_PIECES} onClick={arrangeThem}>
          Arrange
        </Button>
        <Box component="span" className="hint" role="status" pb={9}>
          {pieces > MOST_PIECES ? `At most ${MOST_PIECES} at once.` : says}
        </Box>
      </Group>
    </section>
  );
}
