import { Box, Button, Flex } from '@mantine/core';
import { useState } from 'react';
import { betweenMarksMm, viewWidthMm } from '../model/micrograph.ts';
import css from './MicroscopePanel.module.css';

const STEPS = 2000;
const AS_BEGUN = [0.25, 0.75] as const;

/** A picture to measure on: two clicks set the marks, or the two sliders; what lies between them is the reading. */
export function MicroscopePanel({
  svg,
  name,
  onRead,
}: {
  readonly svg: string;
  readonly name: string;
  readonly onRead: ((typed: string) => void) | null;
}) {
  const [marks, setMarks] = useState<readonly [number, number]>(AS_BEGUN);
  const [next, setNext] = useState<0 | 1>(0);
  const viewMm = viewWidthMm(svg);
  if (viewMm === null) return null;
  const mm = betweenMarksMm(viewMm, marks[0], marks[1]);
  const put = (which: 0 | 1, share: number): void => setMarks(which === 0 ? [share, marks[1]] : [marks[0], share]);
  return (
    <Box role="group" aria-label={`Microscope, ${name}`} maw={640}>
      <div
        className={css.view}
        onClick={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          put(next, Math.min(1, Math.max(0, (e.clientX - box.left) / box.width)));
          setNext(next === 0 ? 1 : 0);
        }}
      >
        <img
          src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`}
          alt={`Microscope: ${name}, ${(1000 * viewMm).toFixed(0)} µm wide`}
          className={css.wide}
        />
        {marks.map((share, k) => (
          <span
            key={k}
            aria-hidden="true"
            className={css.edge}
            data-next={k === next || undefined}
            style={{ left: `${100 * share}%` }}
          />
        ))}
      </div>
      {marks.map((share, k) => (
        <input
          key={k}
          type="range"
          aria-label={k === 0 ? 'Left edge' : 'Right edge'}
          min={0}
          max={STEPS}
          value={Math.round(STEPS * share)}
          onChange={(e) => put(k as 0 | 1, Number(e.currentTarget.value) / STEPS)}
          className={css.wide}
        />
      ))}
      <Flex component="p" gap={12} align="center">
        <span className="hint">Click the left edge, then the right one; arrow keys move a slider finely.</span>
        <Box component="b" className="f" ml="auto">
          {mm.toFixed(3)} mm
        </Box>
        {onRead && (
          <Button variant="default" onClick={() => onRead(mm.toFixed(3))}>
            Use this reading
          </Button>
        )}
      </Flex>
    </Box>
  );
}
