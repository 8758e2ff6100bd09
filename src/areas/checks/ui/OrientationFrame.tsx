import { Button, Group, NativeSelect, Table } from '@mantine/core';
import type { ReactNode } from 'react';
import type { BuildOrientation } from '../../../core/mesh/orient.ts';
import type { Placement } from '../../../core/mesh/placement.ts';
import { StateMark } from '../../../ui/StateMark.tsx';

type Vector = Placement['turnDeg'];
export const faces: Readonly<Record<string, Vector>> = {
  'right (+X)': [1, 0, 0],
  'left (−X)': [-1, 0, 0],
  'back (+Y)': [0, 1, 0],
  'front (−Y)': [0, -1, 0],
  'top (+Z)': [0, 0, 1],
  'bottom (−Z)': [0, 0, -1],
};
export const NONE = 'none';

/** A table of ways a part could stand, made when somebody asks for it. */
export function OrientationFrame({
  isOpen,
  onToggle,
  status,
  refusal,
  fields,
  children,
}: {
  readonly isOpen: boolean;
  readonly onToggle: () => void;
  readonly status: ReactNode;
  readonly refusal: string | null;
  readonly fields: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <section className="stage" aria-label="Build orientations">
      <h2>
        Build orientations{' '}
        <Button variant="subtle" size="compact-xs" aria-expanded={isOpen} onClick={onToggle}>
          {isOpen ? 'Hide' : 'Compare'}
        </Button>{' '}
        {isOpen && status && (
          <span className="hint" role="status">
            {status}
          </span>
        )}
      </h2>
      {isOpen && (
        <>
          <Group gap={12} mb={10} align="stretch">
            {fields}
          </Group>
          {refusal && (
            <p role="alert" className="hint">
              {refusal}
            </p>
          )}
          {children}
        </>
      )}
    </section>
  );
}
export function FaceSelect({ face, onFace }: { readonly face: string; readonly onFace: (face: string) => void }) {
  return (
    <NativeSelect
      size="xs"
      label="Visible face, as drawn"
      value={face}
      onChange={(e) => onFace(e.currentTarget.value)}
      data={[NONE, ...Object.keys(faces)]}
    />
  );
}
/** Whether the visible face comes out marked; nothing where none was named. */
export function FaceCell({ isMarked }: { readonly isMarked: boolean | null }) {
  return (
    isMarked !== null && (
      <Table.Td>
        <StateMark mark={isMarked ? 'due' : 'proven'} /> {isMarked ? 'marked' : 'clean'}
      </Table.Td>
    )
  );
}
export function TakeCell({
  turnDeg,
  placed,
  onTake,
}: {
  readonly turnDeg: Vector;
  readonly placed: Vector;
  readonly onTake?: ((turnDeg: Vector) => void) | undefined;
}) {
  const isTaken = turnDeg.every((d, k) => Math.abs(d - placed[k]!) < 0.01);
  return (
    <Table.Td>
      {isTaken ? (
        <span className="hint">As placed</span>
      ) : (
        onTake && (
          <Button variant="default" className="nowrap" onClick={() => onTake(turnDeg)}>
            Use this orientation
          </Button>
        )
      )}
    </Table.Td>
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
