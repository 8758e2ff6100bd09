import { Group } from '@mantine/core';
import type { ReactNode } from 'react';

/** Goes through the layers of something, counted from 0. */
export function LayerSlider({
  layer,
  last,
  zMm,
  onLayer,
  children,
}: {
  readonly layer: number;
  readonly last: number;
  /** Height of its upper face. */
  readonly zMm: number;
  readonly onLayer: (layer: number) => void;
  readonly children?: ReactNode;
}) {
  return (
    <Group gap={12} mt={6}>
      <input
        type="range"
        aria-label="Layer"
        min={0}
        max={last}
        value={layer}
        onChange={(e) => onLayer(Number(e.currentTarget.value))}
        className="long"
      />
      <span className="f">
        layer {layer + 1} of {last + 1}, {zMm.toFixed(3)} mm
      </span>
      {children}
    </Group>
  );
}
