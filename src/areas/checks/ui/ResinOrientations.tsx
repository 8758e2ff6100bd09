import { NativeSelect, Table } from '@mantine/core';
import { useEffect, useState } from 'react';
import { turnText } from '../../../core/mesh/placement.ts';
import type { ResinOrientation } from '../../../core/resin/orientResin.ts';
import { formatDuration } from '../../../core/units/format.ts';
import { WideTable } from '../../../ui/WideTable.tsx';
import type { CheckContext } from '../../rules/context.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { USUAL_WISH } from '../model/prepare.ts';
import { FaceCell, faces, FaceSelect, Front, NONE, OrientationFrame, TakeCell } from './OrientationFrame.tsx';
import { usePrepare } from './usePrepare.ts';

/** What ways of standing may be ordered by; the least first. */
const orders = {
  'fewest supports': (s) => s.supports + 1000 * s.noPlace,
  'lowest (hours)': (s) => s.heightMm,
  'smallest largest layer': (s) => s.largestMm2,
  'smallest growth': (s) => s.growthMm2,
  'least suction': (s) => s.cupMm2,
} as const satisfies Record<string, (s: ResinOrientation) => number>;
type Order = keyof typeof orders;

/** How the part could stand on a resin printer: each way with what its layers come to, ordered by what matters here. */
export function ResinOrientations({
  file,
  choice,
  sheet,
  onTake,
}: {
  readonly file: Blob;
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  readonly onTake: (turnDeg: readonly [number, number, number]) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const [show, setShow] = useState<string>(NONE);
  const [order, setOrder] = useState<Order>('fewest supports');
  const [found, setFound] = useState<readonly ResinOrientation[] | null>(null);
  const { share, refusal, start, stop } = usePrepare();
  const { unit, placement } = choice;
  const scale = placement.scale.join();
  useEffect(() => {
    if (!isOpen) return stop();
    setFound(null);
    const { spacingMm } = USUAL_WISH;
    const raiseMm = choice.prepared?.raiseMm ?? USUAL_WISH.raiseMm;
    const wish = { act: 'compare', spacingMm, raiseMm, show: faces[show] ?? null } as const;
    start({ file, others: [], choice, sheet, wish }, (answer) => {
      if ('orientations' in answer) setFound(answer.orientations);
    });
    // turning the part changes nothing of how it could be turned
  }, [isOpen, file, unit, scale, sheet, show]);
  const rows = found?.toSorted((a, b) => orders[order](a) - orders[order](b));
  return (
    <OrientationFrame
      isOpen={isOpen}
      onToggle={() => setOpen(!isOpen)}
      status={share === null ? `supports every ${USUAL_WISH.spacingMm} mm` : `${Math.round(100 * share)} %`}
      refusal={refusal}
      fields={
        <>
          <NativeSelect
            size="xs"
            label="Order by"
            value={order}
            onChange={(e) => setOrder(e.currentTarget.value as Order)}
            data={Object.keys(orders)}
          />
          <FaceSelect face={show} onFace={setShow} />
        </>
      }
    >
      {rows && (
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>From the front</Table.Th>
              <Table.Th>Rests on</Table.Th>
              <Table.Th className="n">Supports</Table.Th>
              <Table.Th className="n">Largest layer</Table.Th>
              <Table.Th className="n">Growth</Table.Th>
              <Table.Th className="n">Suction</Table.Th>
              <Table.Th className="n">Closed rooms</Table.Th>
              {show !== NONE && <Table.Th>Visible face</Table.Th>}
              <Table.Th className="n">Height</Table.Th>
              <Table.Th className="n">Time</Table.Th>
              <Table.Th />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {rows.map((s) => (
              <Table.Tr key={turnText(s.turnDeg)} data-turn={turnText(s.turnDeg)}>
                <Table.Td>
                  <Front standing={s} />
                </Table.Td>
                <Table.Td>
                  {s.faceMm2 === null ? 'Tilted (searched)' : `a face of ${s.faceMm2.toFixed(0)} mm²`}
                  <div className="hint f">turn {s.turnDeg.map((d) => d.toFixed(0)).join(' / ')}°</div>
                </Table.Td>
                <Table.Td className="n f">
                  {s.supports}
                  {s.noPlace > 0 && <div className="hint">{s.noPlace} without a way down</div>}
                </Table.Td>
                <Table.Td className="n f">{s.largestMm2.toFixed(0)} mm²</Table.Td>
                <Table.Td className="n f">{s.growthMm2.toFixed(0)} mm²</Table.Td>
                <Table.Td className="n f">{s.cups > 0 ? `${s.cupMm2.toFixed(0)} mm²` : 'none'}</Table.Td>
                <Table.Td className="n f">{s.closedRooms}</Table.Td>
                <FaceCell isMarked={s.isShowMarked} />
                <Table.Td className="n f">{s.heightMm.toFixed(1)} mm</Table.Td>
                <Table.Td className="n f">{formatDuration(s.timeS)}</Table.Td>
                <TakeCell turnDeg={s.turnDeg} placed={placement.turnDeg} onTake={onTake} />
              </Table.Tr>
            ))}
          </Table.Tbody>
        </WideTable>
      )}
    </OrientationFrame>
  );
}
