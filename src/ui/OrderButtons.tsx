import { ActionIcon } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconX } from '@tabler/icons-react';

/** Moves one of several up or down, or takes it out. */
export const OrderButtons = ({
  of,
  at,
  count,
  out,
  mayRemove = true,
  onMove,
  onRemove,
}: {
  /** What it is called in the buttons' names. */
  readonly of: string;
  /** Its place, from 0, of so many. */
  readonly at: number;
  readonly count: number;
  /** What taking it out is called. */
  readonly out: string;
  readonly mayRemove?: boolean;
  readonly onMove: (to: number) => void;
  readonly onRemove: () => void;
}) => (
  <>
    <ActionIcon variant="default" aria-label={`Move ${of} up`} disabled={at === 0} onClick={() => onMove(at - 1)}>
      <IconArrowUp size={16} />
    </ActionIcon>
    <ActionIcon
      variant="default"
      aria-label={`Move ${of} down`}
      disabled={at === count - 1}
      onClick={() => onMove(at + 1)}
    >
      <IconArrowDown size={16} />
    </ActionIcon>
    <ActionIcon variant="default" aria-label={out} disabled={!mayRemove} onClick={onRemove}>
      <IconX size={16} />
    </ActionIcon>
  </>
);
