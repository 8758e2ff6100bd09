import { Button, Group, NativeSelect, Table } from '@mantine/core';
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
import { WideTable } from '../../../ui/WideTable.tsx';

type Vector = readonly [number, number, number];
const directions: Readonly<Record<string, Vector>> = {
  'along X': [1, 0, 0],
  'along Y': [0, 1, 0],
  'along Z': [0, 0, 1],
};
export const faces: Readonly<Record<string, Vector>> = {
  'right (+X)': [1, 0, 0],
  'left (−X)': [-1, 0, 0],
  'back (+Y)': [0, 1, 0],
  'front (−Y)': [0, -1, 0],
  'top (+Z)': [0, 0, 1],
  'bottom (−Z)': [0, 0, -1],
};
export const NONE = 'none';
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
    <section className="stage" aria-label="Build orientations">
      <h2>
        Build orientations{' '}
        <Button variant="subtle" size="compact-xs" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Hide' : 'Compare'}
        </Button>{' '}
        {isOpen && found && (
          <span className="hint" role="status">
            {isBusy ? `checked: ${done} of ${found.standings.length}` : 'the best first'}; support beyond{' '}
            {found.limitDeg.toFixed(0)}° from the vertical
          </span>
        )}
      </h2>
      {isOpen && (
        <>
          <Group gap={12} mb={10} align="stretch">
            <NativeSelect
              size="xs"
              label="Load direction, as drawn"
              value={load}
              onChange={(e) => setLoad(e.currentTarget.value)}
              data={[NONE, ...Object.keys(directions)]}
            />
            <NativeSelect
              size="xs"
              label="Visible face, as drawn"
              value={show}
              onChange={(e) => setShow(e.currentTarget.value)}
              data={[NONE, ...Object.keys(faces)]}
            />
          </Group>
          {says && (
            <p role="alert" className="hint">
              {says}
            </p>
          )}
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
                    isTaken={s.turnDeg.every((d, k) => Math.abs(d - placement.turnDeg[k]!) < 0.01)}
                    onTake={onTake}
                  />
                ))}
              </Table.Tbody>
            </WideTable>
          )}
        </>
      )}
    </section>
  );
}

function StandingRow({
  standing: s,
  check,
  isTaken,
  onTake,
}: {
  readonly standing: BuildOrientation;
  readonly check: StandingCheck | null | undefined;
  readonly isTaken: boolean;
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
      {s.isShowMarked !== null && (
        <Table.Td>
          <StateMark mark={s.isShowMarked ? 'due' : 'proven'} /> {s.isShowMarked ? 'marked' : 'clean'}
        </Table.Td>
      )}
      <Table.Td className="n f">{check ? formatDuration(check.timeS) : ''}</Table.Td>
      <Table.Td maw={260}>
        {check && (
          <>
            <StateMark mark={markOf[check.verdict] ?? 'note'} /> {check.sentence}
          </>
        )}
        {check === null && <span className="hint">no toolpath possible</span>}
      </Table.Td>
      <Table.Td>
        {isTaken ? (
          <span className="hint">As placed</span>
        ) : (
          onTake && (
            <Button variant="default" className="nowrap" onClick={() => onTake(s.turnDeg)}>
              Use this orientation
            </Button>
          )
        )}
      </Table.Td>
    </Table.Tr>
  );
}

const PICTURE = 54;
/** The part from the front, to scale within its picture, and the pull drawn on it. */
export function Front({
  standing: { front, loadSeen },
}: {
  readonly standing: Pick<BuildOrientation, 'front' | 'loadSeen'>;
}) {
  const xs = front.map((p) => p[0]);
  const zs = front.map((p) => p[1]);
  const [x0, x1, z1] = [Math.min(...xs), Math.max(...xs), Math.max(...zs)];
  const k = (PICTURE - 6) / Math.max(x1 - x0, z1, 1e-9);
  const left = (PICTURE - (x1 - x0) * k) / 2;
  const at = ([x, z]: readonly [number, number]): string =>
    `${(left + (x - x0) * k).toFixed(1)} ${(PICTURE - 3 - z * k).toFixed(1)}`;
  const middle: readonly [number, number] = [(x0 + x1) / 2, z1 / 2];
  const arm = (loadSeen ? Math.hypot(...loadSeen) : 0) > 0.05 ? 16 / k : 0;
  const end = (sign: 1 | -1): readonly [number, number] => [
    middle[0] + sign * arm * (loadSeen?.[0] ?? 0),
    middle[1] + sign * arm * (loadSeen?.[1] ?? 0),
  ];
  return (
    <svg width={PICTURE} height={PICTURE} role="img" aria-label="Outline from the front">
      <path d={`M${front.map(at).join('L')}Z`} fill="var(--clay)" stroke="#8b867b" strokeWidth=".8" />
      <path d={`M0 ${PICTURE - 2}H${PICTURE}`} stroke="var(--ink)" />
      {loadSeen &&
        (arm > 0 ? (
          <path d={`M${at(end(-1))}L${at(end(1))}`} stroke="var(--plum)" strokeWidth="2" />
        ) : (
          <circle cx={PICTURE / 2} cy={PICTURE / 2} r="3" fill="var(--plum)" />
        ))}
    </svg>
  );
}
