import { NativeSelect, Table } from '@mantine/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { BuildOrientation } from '../../../core/mesh/orient.ts';
import { turnText } from '../../../core/mesh/placement.ts';
import { formatDuration } from '../../../core/units/format.ts';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import type {
  CompareAnswer,
  CompareRequest,
  StandingCheck,
  StandingChecks,
} from '../../../workers/compareOrientations.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { CheckContext } from '../../rules/context.ts';
import { FaceCell, faces, FaceSelect, Front, NONE, OrientationFrame, TakeCell } from './OrientationFrame.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';

type Vector = readonly [number, number, number];
const directions: Readonly<Record<string, Vector>> = {
  'along X': [1, 0, 0],
  'along Y': [0, 1, 0],
  'along Z': [0, 0, 1],
};
const markOf: Readonly<Record<string, Mark>> = { clear: 'proven', 'clear with cautions': 'due', blocked: 'outside' };

/** How the part could stand: on its largest flat faces and on leans that need least support, each laid and checked, the best first. */
export function OrientationPanel({
  file,
  choice,
  sheet,
  onTake,
}: {
  /** The file as it came, or how to fetch it. */
  readonly file: () => Promise<Blob>;
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  readonly onTake?: ((turnDeg: Vector) => void) | undefined;
}) {
  const [isOpen, setOpen] = useState(false);
  const [load, setLoad] = useState(NONE);
  const [show, setShow] = useState(NONE);
  const [found, setFound] = useState<Extract<CompareAnswer, { standings: unknown }> | null>(null);
  const [checks, setChecks] = useState<StandingChecks>({});
  const [says, setSays] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const { unit, placement } = choice;
  const scale = placement.scale.join();
  // what is laid and checked holds for whatever load and face are named; another part, place or recipe is a new beginning
  const basis = useMemo(() => ({}), [unit, scale, sheet, placement.xMm, placement.yMm]);
  const known = useRef<{ readonly of: object; readonly checks: StandingChecks }>({ of: basis, checks: {} });
  useEffect(() => {
    if (!isOpen) return;
    let worker: Worker | null = null;
    let isOver = false;
    setFound(null);
    if (known.current.of !== basis) known.current = { of: basis, checks: {} };
    setChecks(known.current.checks);
    setSays(null);
    setBusy(true);
    const start = async (): Promise<void> => {
      const wish: CompareRequest = {
        file: await file(),
        choice: { unit, placement },
        sheet,
        load: directions[load] ?? null,
        show: faces[show] ?? null,
        known: known.current.checks,
      };
      if (isOver) return;
      worker = new Worker(new URL('../../../workers/compareOrientations.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<CompareAnswer>) => {
        if ('standings' in data) setFound(data);
        else if ('turn' in data) {
          known.current = { of: basis, checks: { ...known.current.checks, [data.turn]: data.check } };
          setChecks(known.current.checks);
        } else {
          if ('refusal' in data) setSays(data.refusal);
          setBusy(false);
        }
      };
      worker.postMessage(wish);
    };
    void start().catch((e: unknown) => {
      setSays(e instanceof Error ? e.message : 'The file could not be fetched');
      setBusy(false);
    });
    return () => {
      isOver = true;
      worker?.terminate();
    };
    // turning the part changes nothing of how it could be turned
  }, [isOpen, unit, scale, sheet, load, show]);
  const done = found?.standings.filter((s) => turnText(s.turnDeg) in checks).length;
  return (
    <OrientationFrame
      isOpen={isOpen}
      onToggle={() => setOpen(!isOpen)}
      status={
        found && (
          <>
            {isBusy ? `checked: ${done} of ${found.standings.length}` : 'the best first'}; support beyond{' '}
            {found.limitDeg.toFixed(0)}° from the vertical
          </>
        )
      }
      refusal={says}
      fields={
        <>
          <NativeSelect
            size="xs"
            label="Load direction, as drawn"
            value={load}
            onChange={(e) => setLoad(e.currentTarget.value)}
            data={[NONE, ...Object.keys(directions)]}
          />
          <FaceSelect face={show} onFace={setShow} />
        </>
      }
    >
      {!found && !says && <p className="hint">Searching orientations…</p>}
      {found && (
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>From the front</Table.Th>
              <Table.Th>Rests on</Table.Th>
              <Table.Th className="n">Height</Table.Th>
              <Table.Th className="n">Overhang area</Table.Th>
              <Table.Th className="n">Largest area change</Table.Th>
              {load !== NONE && <Table.Th className="n">Load across layers</Table.Th>}
              {show !== NONE && <Table.Th>Visible face</Table.Th>}
              <Table.Th className="n">Time</Table.Th>
              <Table.Th>Verdict</Table.Th>
              <Table.Th />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {found.standings.map((s) => (
              <StandingRow
                key={turnText(s.turnDeg)}
                standing={s}
                check={checks[turnText(s.turnDeg)]}
                placed={placement.turnDeg}
                onTake={onTake}
              />
            ))}
          </Table.Tbody>
        </WideTable>
      )}
    </OrientationFrame>
  );
}

function StandingRow({
  standing: s,
  check,
  placed,
  onTake,
}: {
  readonly standing: BuildOrientation;
  readonly check: StandingCheck | null | undefined;
  readonly placed: Vector;
  readonly onTake?: ((turnDeg: Vector) => void) | undefined;
}) {
  const falls = s.contactMm2 < 1 || (s.standsInsideMm ?? 1) < 0;
  return (
    <Table.Tr data-turn={turnText(s.turnDeg)}>
      <Table.Td>
        <Front standing={s} />
      </Table.Td>
      <Table.Td>
        {s.faceMm2 === null ? 'Tilted (searched)' : `a face of ${s.faceMm2.toFixed(0)} mm²`}
        <div className="hint f">
          {falls ? 'does not stand without support' : `${s.contactMm2.toFixed(0)} mm² on the plate`} · turn{' '}
          {s.turnDeg.map((d) => d.toFixed(0)).join(' / ')}°
        </div>
      </Table.Td>
      <Table.Td className="n f">{s.heightMm.toFixed(1)} mm</Table.Td>
      <Table.Td className="n f">{s.overhangMm2.toFixed(0)} mm²</Table.Td>
      <Table.Td className="n f">{s.jumpMm2.toFixed(0)} mm²</Table.Td>
      {s.acrossLayers !== null && <Table.Td className="n f">{(100 * s.acrossLayers).toFixed(0)} %</Table.Td>}
      <FaceCell isMarked={s.isShowMarked} />
      <Table.Td className="n f">{check ? formatDuration(check.timeS) : ''}</Table.Td>
      <Table.Td maw={260}>
        {check && (
          <>
            <StateMark mark={markOf[check.verdict] ?? 'note'} /> {check.sentence}
          </>
        )}
        {check === null && <span className="hint">no toolpath possible</span>}
      </Table.Td>
      <TakeCell turnDeg={s.turnDeg} placed={placed} onTake={onTake} />
    </Table.Tr>
  );
}
