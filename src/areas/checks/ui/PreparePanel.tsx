import { Button, Checkbox, Group, NumberInput, Stack, Table } from '@mantine/core';
import { useEffect, useState } from 'react';
import { countOf } from '../../../core/units/plural.ts';
import { NOT_PREPARED, type Prepared } from '../../../core/resin/prepared.ts';
import { bracesBetween, type Place, type Support } from '../../../core/resin/supports.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import type { CheckContext } from '../../rules/context.ts';
import type { StackOutcome } from '../../rules/outcome.ts';
import { supportShapeOf } from '../../rules/stackSettings.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { USUAL_WISH, type PrepareWish } from '../model/prepare.ts';
import { placeText, SupportList } from './SupportList.tsx';
import { usePrepare } from './usePrepare.ts';

const MOST_LISTED = 12;

/** What is added to parts for a resin printer: hollows and the holes that drain them, how high they stand, and what holds them. */
export function PreparePanel({
  file,
  others,
  choice,
  sheet,
  found,
  onChange,
  onHollow,
  onSolid,
}: {
  /** The job's own file; the hollowed one where it was hollowed. */
  readonly file: Blob;
  readonly others: readonly (readonly [string, Blob])[];
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  /** What was found of the layers; null while they are looked through. */
  readonly found: StackOutcome | null;
  readonly onChange: (prepared: Prepared | undefined) => void;
  readonly onHollow: (stl: Uint8Array, wallMm: number) => void;
  readonly onSolid: () => void;
}) {
  const { prepared = NOT_PREPARED, hollowed } = choice;
  const [wallMm, setWall] = useState<number>(hollowed?.wallMm ?? USUAL_WISH.wallMm);
  const [drainMm, setDrain] = useState<number>(USUAL_WISH.drainMm);
  const [raiseMm, setRaise] = useState<number>(choice.prepared?.raiseMm ?? USUAL_WISH.raiseMm);
  const [spacingMm, setSpacing] = useState<number>(USUAL_WISH.spacingMm);
  const [onPart, setOnPart] = useState(false);
  const [savedMm3, setSaved] = useState<number | null>(null);
  const [noPlace, setNoPlace] = useState<readonly Place[]>([]);
  const preparing = usePrepare();
  const isBusy = preparing.share !== null;
  const { supports, drains } = prepared;
  const kept = supports?.list.filter((s) => s.isKept) ?? [];
  const hanging = found?.stack.islands ?? [];
  /** What was added before, the newest last: one step after another can be taken back. */
  const [past, setPast] = useState<readonly (Prepared | undefined)[]>([]);
  const { unit, placement, repair, more } = choice;
  useEffect(() => setPast([]), [file, unit, placement, repair, more]); // what was prepared does not fit any more
  const change = (next: Prepared | undefined): void => {
    setPast([...past, choice.prepared]);
    onChange(next);
  };
  const undo = (): void => {
    onChange(past.at(-1));
    setPast(past.slice(0, -1));
  };
  const run = (wish: PrepareWish): void =>
    preparing.start({ file, others, choice, sheet, wish: { act: 'add', ...wish } }, (answer) => {
      if (!('plate' in answer)) return;
      const { plate } = answer;
      setNoPlace(plate.noPlace);
      // supports that were placed at another height stay behind
      const isAsHigh = plate.prepared.raiseMm === prepared.raiseMm;
      const held = wish.supports === null && isAsHigh ? supports : plate.prepared.supports;
      change({ ...plate.prepared, supports: held });
    });
  const up = raiseMm - prepared.raiseMm;
  const raised = <T extends { readonly at: Place }>(hole: T): T => ({
    ...hole,
    at: [hole.at[0], hole.at[1], hole.at[2] + up],
  });
  const keptHere = kept.map((s): Support => ({ ...s, tip: [s.tip[0], s.tip[1], s.tip[2] + up] }));
  const setSupports = (list: readonly Support[]): void => {
    const shape = supportShapeOf(sheet.recipe.values ?? {});
    change({ ...prepared, supports: { shape, braces: bracesBetween(supports?.braces ?? [], list), list } });
  };
  const add = (at: Place): void =>
    setSupports([...(supports?.list ?? []), { tip: at, foot: [at[0], at[1], 0], isKept: true }]);
  const isAdded = choice.prepared !== undefined;
  return (
    <section className="stage" aria-label="Hollow, holes and supports">
      <h2>
        Hollow, holes and supports{' '}
        <span className="hint" role="status">
          {isBusy
            ? `${Math.round(100 * preparing.share)} %`
            : `${hollowed ? `walls of ${hollowed.wallMm} mm` : 'solid'}, ${countOf(drains.length, 'hole')}, ${countOf(supports?.list.length ?? 0, 'support')}, ${prepared.raiseMm > 0 ? `${prepared.raiseMm} mm above the plate` : 'flat on the plate'}`}
        </span>{' '}
        {isBusy && (
          <Button variant="subtle" size="compact-xs" onClick={preparing.stop}>
            Stop
          </Button>
        )}
      </h2>
      {preparing.refusal && (
        <p role="alert" className="hint">
          {preparing.refusal}
        </p>
      )}
      <Stack gap={12}>
        <Group gap={8} align="flex-end">
          <Length label="Wall, mm" value={wallMm} onChange={setWall} />
          <Button
            variant="default"
            h={36}
            disabled={isBusy || hollowed !== undefined}
            onClick={() =>
              preparing.start({ file, others, choice, sheet, wish: { act: 'hollow', wallMm } }, (answer) => {
                if (!('stl' in answer)) return;
                setSaved(answer.savedMm3);
                onHollow(answer.stl, wallMm);
              })
            }
          >
            Hollow
          </Button>
          {hollowed && (
            <>
              <Button variant="default" h={36} disabled={isBusy} onClick={onSolid}>
                Use the solid part
              </Button>
              <span className="hint">
                From {hollowed.from.name}, which stays as it is
                {savedMm3 !== null && `; ${(savedMm3 / 1000).toFixed(1)} ml of resin saved`}.
              </span>
            </>
          )}
        </Group>
        <Group gap={8} align="flex-end">
          <Length label="Above the plate, mm" value={raiseMm} onChange={setRaise} isZeroAllowed />
          <Length label="Holes, mm" value={drainMm} onChange={setDrain} />
          <Button variant="default" h={36} disabled={isBusy} onClick={() => run({ raiseMm, drainMm, supports: null })}>
            Propose holes
          </Button>
          <Length label="Tip spacing, mm" value={spacingMm} onChange={setSpacing} />
          <Checkbox
            label="May stand on the part"
            pb={10}
            checked={onPart}
            onChange={(e) => setOnPart(e.currentTarget.checked)}
          />
          <Button
            h={36}
            disabled={isBusy || !(spacingMm > 0)}
            onClick={() =>
              run({
                raiseMm,
                drainMm: null,
                drains: drains.map(raised),
                supports: { spacingMm, onPart, kept: keptHere },
              })
            }
          >
            Place supports
          </Button>
          {past.length > 0 && (
            <Button variant="subtle" h={36} disabled={isBusy} onClick={undo}>
              Undo
            </Button>
          )}
          {isAdded && (
            <Button variant="subtle" h={36} disabled={isBusy} onClick={() => change(undefined)}>
              Remove all
            </Button>
          )}
        </Group>
        {isAdded && noPlace.length > 0 && (
          <p className="hint marked">
            <StateMark mark="due" />
            {countOf(noPlace.length, 'place wants', 'places want')} a support and{' '}
            {noPlace.length === 1 ? 'has' : 'have'} no way down to the plate: turn the part, or let supports stand on
            it. The first at {placeText(noPlace[0]!)} mm.
          </p>
        )}
        {hanging.length > 0 && (
          <WideTable maw={760}>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Hangs on nothing</Table.Th>
                <Table.Th className="n">Layer</Table.Th>
                <Table.Th className="n">Area</Table.Th>
                <Table.Th />
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {hanging.slice(0, MOST_LISTED).map((island) => {
                const at: Place = [island.xMm, island.yMm, island.zMm - found!.stack.layerMm];
                return (
                  <Table.Tr key={placeText(at)}>
                    <Table.Td className="f">{placeText(at)} mm</Table.Td>
                    <Table.Td className="n f">{island.layer}</Table.Td>
                    <Table.Td className="n f">{island.areaMm2.toFixed(2)} mm²</Table.Td>
                    <Table.Td>
                      <Button variant="default" size="compact-sm" onClick={() => add(at)}>
                        Set a support
                      </Button>
                    </Table.Td>
                  </Table.Tr>
                );
              })}
            </Table.Tbody>
          </WideTable>
        )}
        {drains.length > 0 && (
          <WideTable maw={760}>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Hole at</Table.Th>
                <Table.Th className="n">Width</Table.Th>
                <Table.Th className="n">Through</Table.Th>
                <Table.Th className="n">Slope</Table.Th>
                <Table.Th />
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {drains.map((d, i) => {
                const pierced = found?.stack.holes?.[i];
                return (
                  <Table.Tr key={placeText(d.at)}>
                    <Table.Td className="f">{placeText(d.at)} mm</Table.Td>
                    <Table.Td className="n f">{d.diameterMm.toFixed(1)} mm</Table.Td>
                    <Table.Td className="n f">{pierced ? `${pierced.lengthMm.toFixed(2)} mm` : ''}</Table.Td>
                    <Table.Td className="n f">{pierced ? `${pierced.slopeDeg.toFixed(0)}°` : ''}</Table.Td>
                    <Table.Td>
                      <Button
                        variant="default"
                        size="compact-sm"
                        onClick={() => change({ ...prepared, drains: drains.filter((_, k) => k !== i) })}
                      >
                        Remove
                      </Button>
                    </Table.Td>
                  </Table.Tr>
                );
              })}
            </Table.Tbody>
          </WideTable>
        )}
        {supports && <SupportList supports={supports.list} tipMm={supports.shape.tipMm} onChange={setSupports} />}
      </Stack>
    </section>
  );
}

function Length({
  label,
  value,
  onChange,
  isZeroAllowed = false,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (mm: number) => void;
  readonly isZeroAllowed?: boolean;
}) {
  return (
    <NumberInput
      label={label}
      value={value}
      min={isZeroAllowed ? 0 : 0.2}
      max={100}
      step={0.5}
      w={150}
      onChange={(v) => typeof v === 'number' && (v > 0 || (isZeroAllowed && v === 0)) && onChange(v)}
    />
  );
}
