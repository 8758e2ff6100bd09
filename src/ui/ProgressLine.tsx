import { Flex } from '@mantine/core';
import type { ReactNode } from 'react';

/** How far a print has come: a bar, and below it what there is to say in figures. */
export function ProgressLine({ share, children }: { readonly share: number; readonly children: ReactNode }) {
  return (
    <>
      <div
        className="bar"
        role="progressbar"
        aria-label="Print progress"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(share * 100)}
      >
        <i style={{ width: `${share * 100}%` }} />
      </div>
      <Flex component="p" className="f" gap={20} wrap="wrap" fz={12.5} mt={6}>
        {children}
      </Flex>
    </>
  );
}
