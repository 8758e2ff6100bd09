import type { ReactNode } from 'react';

/** What stands beside the work. It scrolls by itself where it is long, so that keys must reach it even with nothing in it to press (WCAG 2.1.1). */
export const Side = ({ label, children }: { readonly label: string; readonly children: ReactNode }) => (
  <aside className="side" aria-label={label} tabIndex={0}>
    {children}
  </aside>
);
