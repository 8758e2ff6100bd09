import { Table } from '@mantine/core';
import clsx from 'clsx';
import type { ReactNode } from 'react';

/** Narrower than this, a table scrolls within itself and the page does not. */
const LEAST_PX = 560;

/** A table of several columns, in the look of every list. */
export function WideTable({
  className,
  children,
  isText = false,
  ...box
}: {
  readonly className?: string;
  /** Space above it. */
  readonly mt?: number;
  /** How wide it may become, px. */
  readonly maw?: number;
  /** Nothing in it takes the focus: where it scrolls it is scrolled by keys itself. */
  readonly isText?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <Table.ScrollContainer
      minWidth={LEAST_PX}
      {...(isText ? { type: 'scrollarea', scrollAreaProps: { viewportProps: { tabIndex: 0 } } } : { type: 'native' })}
      {...box}
    >
      <Table className={clsx('list', className)}>{children}</Table>
    </Table.ScrollContainer>
  );
}
