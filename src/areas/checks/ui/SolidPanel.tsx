import { Button } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';
import type { MeshChoice } from '../model/mesh.ts';
import type { CheckContext } from '../../rules/context.ts';

const MeshView = lazy(() => import('./MeshView.tsx'));

/** The part in three dimensions, fetched when somebody asks for it. */
export function SolidPanel(view: {
  readonly file: () => Promise<Blob>;
  readonly others: () => Promise<readonly (readonly [string, Blob])[]>;
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  readonly limitDeg: number;
  readonly onRest?: ((turnDeg: readonly [number, number, number]) => void) | undefined;
}) {
  const [isOpen, setOpen] = useState(false);
  return (
    <section className="stage" aria-label="Solid">
      <h2>
        3-D view{' '}
        <Button variant="subtle" size="compact-xs" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Hide' : 'Show 3-D view'}
        </Button>
      </h2>
      {isOpen && (
        <Suspense fallback={<p className="hint">Opening…</p>}>
          <MeshView {...view} />
        </Suspense>
      )}
    </section>
  );
}
