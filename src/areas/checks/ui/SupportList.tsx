import { Button, Group, NumberInput, Table } from '@mantine/core';
import { useState } from 'react';
import type { Place, Support } from '../../../core/resin/supports.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

/** Of supports that were placed only some are listed until all are asked for. */
const FEW = 5;
export const placeText = (p: Place): string => p.map((v) => v.toFixed(1)).join(', ');

/** Supports one by one: those set by hand first. */
export function SupportList({
  supports,
  tipMm,
  onChange,
}: {
  readonly supports: readonly Support[];
  readonly tipMm: number;
  readonly onChange: (list: readonly Support[]) => void;
}) {
  const [isWhole, setWhole] = useState(false);
  const [at, setAt] = useState<Place>([0, 0, 0]);
  /** The support that is being moved; null where one is added. */
  const [asked, setMoved] = useState<Support | null>(null);
  const moved = asked && supports.includes(asked) ? asked : null;
  const order = supports
    .map((s, i) => ({ s, i }))
    .sort((a, b) => Number(b.s.isKept ?? false) - Number(a.s.isKept ?? false));
  const shown = isWhole ? order : order.slice(0, FEW);
  const put = (old: Support, next: Support): void => onChange(supports.map((s) => (s === old ? next : s)));
  return (
    <>
      <Group gap={8} align="flex-end">
        {(['X', 'Y', 'Height'] as const).map((axis, k) => (
          <NumberInput
            key={axis}
            label={`${axis} of a tip, mm`}
            value={at[k]}
            w={120}
            onChange={(v) =>
              typeof v === 'number' && setAt(at.map((old, i) => (i === k ? v : old)) as [number, number, number])
            }
          />
        ))}
        <Button
          variant="default"
          h={36}
          disabled={!(at[2] > 0)}
          onClick={() => {
            const here: Support = { tip: at, foot: [at[0], at[1], 0], isKept: true };
            if (moved === null) onChange([...supports, here]);
            else put(moved, here);
            setMoved(null);
          }}
        >
          {moved === null ? 'Add a support' : 'Move it there'}
        </Button>
        {moved !== null && (
          <Button variant="subtle" h={36} onClick={() => setMoved(null)}>
            Cancel
          </Button>
        )}
      </Group>
      {supports.length > 0 && (
        <WideTable maw={860}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Support meets the part at</Table.Th>
              <Table.Th className="n">Tip</Table.Th>
              <Table.Th>Stands</Table.Th>
              <Table.Th>Set</Table.Th>
              <Table.Th />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {shown.map(({ s, i }) => (
              <Table.Tr key={i}>
                <Table.Td className="f">{placeText(s.tip)} mm</Table.Td>
                <Table.Td className="n f">{tipMm.toFixed(2)} mm</Table.Td>
                <Table.Td>
                  {s.foot[2] > 0
                    ? 'on the part'
                    : s.foot[0] === s.tip[0] && s.foot[1] === s.tip[1]
                      ? 'upright on the plate'
                      : 'leaning, on the plate'}
                </Table.Td>
                <Table.Td>{s.isKept ? 'locked' : 'placed'}</Table.Td>
                <Table.Td>
                  <Group gap={6} wrap="nowrap">
                    <Button
                      variant="default"
                      size="compact-sm"
                      aria-pressed={s.isKept === true}
                      onClick={() => put(s, { ...s, isKept: !s.isKept })}
                    >
                      {s.isKept ? 'Unlock' : 'Lock'}
                    </Button>
                    <Button
                      variant="default"
                      size="compact-sm"
                      aria-pressed={moved === s}
                      onClick={() => {
                        setAt(s.tip);
                        setMoved(s);
                      }}
                    >
                      Move
                    </Button>
                    <Button
                      variant="default"
                      size="compact-sm"
                      onClick={() => onChange(supports.filter((other) => other !== s))}
                    >
                      Remove
                    </Button>
                  </Group>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </WideTable>
      )}
      {order.length > FEW && (
        <Button variant="subtle" size="compact-sm" onClick={() => setWhole(!isWhole)}>
          {isWhole ? 'Show fewer' : `Show all ${order.length}`}
        </Button>
      )}
    </>
  );
}
