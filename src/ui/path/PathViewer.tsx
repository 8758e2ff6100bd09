import { Box, Button, Flex, Group, SegmentedControl } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { PathQuantity } from '../../core/gcode/pathColumns.ts';
import { formatFigure } from '../../core/units/format.ts';
import type { QuantityKind } from '../../core/units/quantities.ts';
import type { ColourBy, OpenedPath, OpenPath } from '../../workers/paintPath.ts';
import { PATH_COLOURS, stepsOf } from './paint.ts';
import { PathCanvas } from './PathCanvas.tsx';
import { useWorker } from './useWorker.ts';

const HEIGHT = 380;
const PLAY_EVERY_MS = 80;
const startPathWorker = (): Worker =>
  new Worker(new URL('../../workers/paintPath.ts', import.meta.url), { type: 'module' });

/** A quantity a path can be coloured by. */
export interface PathColumn {
  readonly key: PathQuantity;
  readonly label: string;
  readonly quantity: QuantityKind;
  /** Whether it belongs to travel instead of to what is extruded. */
  readonly isOfTravel?: boolean;
}

/** The path of a program, fetched and drawn by a worker, layer by layer with a slider and a play button, coloured by one of its quantities.
 *  `wanted` is a layer somebody pointed at, of so many; what primes the nozzle is drawn as layers before them. */
export function PathViewer(of: PathOf) {
  return <OneProgram key={of.href} {...of} />; // another program is another drawing, from its first layer
}

interface PathOf {
  /** Where the program is fetched. */
  readonly href: string;
  readonly filamentAreaMm2: number;
  /** How the controller reads it, as JSON, so that the same one is told by its text; as plainly as can be where nothing is said. */
  readonly reads?: string;
  /** The same list at every render. */
  readonly columns: readonly PathColumn[];
  /** What else there is to say of a height. */
  readonly noteAt?: (zMm: number) => string;
  readonly wanted?: number | null;
  readonly wantedOf?: number;
}

function OneProgram({ href, filamentAreaMm2, reads = '{}', columns, noteAt, wanted, wantedOf }: PathOf) {
  const worker = useWorker(startPathWorker);
  const [opened, setOpened] = useState<OpenedPath | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [layer, setLayer] = useState(wanted ?? 0);
  const [isPlaying, setPlaying] = useState(false);
  const [shown, setShown] = useState(0);
  useEffect(() => {
    if (!worker) return;
    const take = ({ data }: MessageEvent<{ opened?: OpenedPath; refused?: string }>): void => {
      if (data.opened) setOpened(data.opened);
      if (data.refused) setRefused(data.refused);
    };
    worker.addEventListener('message', take);
    const open: OpenPath = {
      open: new URL(href, window.location.href).href,
      filamentAreaMm2,
      reads,
      quantities: columns.map((c) => ({ key: c.key, isOfTravel: c.isOfTravel === true })),
    };
    worker.postMessage(open);
    return () => worker.removeEventListener('message', take);
  }, [worker, href, filamentAreaMm2, reads, columns]);
  const last = (opened?.layerZMm.length ?? 1) - 1;
  useEffect(() => {
    if (wanted === null || wanted === undefined) return;
    setPlaying(false);
    const before = wantedOf === undefined ? 0 : Math.max(0, last + 1 - wantedOf);
    setLayer(Math.max(0, Math.min(last, before + wanted)));
  }, [wanted, wantedOf, last]);
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(() => setLayer((n) => (n >= last ? (setPlaying(false), n) : n + 1)), PLAY_EVERY_MS);
    return () => clearInterval(timer);
  }, [isPlaying, last]);
  if (refused)
    return (
      <p className="hint" role="alert">
        {refused}
      </p>
    );
  if (!opened) return <p className="hint">Reading the program…</p>;
  const column = columns[shown]!;
  const range = opened.ranges[shown]!;
  const zMm = opened.layerZMm[layer] ?? 0;
  const show = (v: number): string => formatFigure(v, column.quantity, column.quantity === 'length' ? 2 : undefined);
  return (
    <div>
      {columns.length > 1 && (
        <SegmentedControl
          size="xs"
          aria-label="Coloured by"
          value={String(shown)}
          onChange={(v) => {
            const colour: ColourBy = { colourBy: Number(v) };
            worker?.postMessage(colour);
            setShown(Number(v));
          }}
          data={columns.map((c, i) => ({ value: String(i), label: c.label }))}
        />
      )}
      <PathCanvas
        worker={worker}
        picture={shown}
        frame={opened.frame}
        layer={layer}
        height={HEIGHT}
        label={`Path of layer ${layer + 1} of ${last + 1}, coloured by ${column.label}`}
      />
      <Group gap={12}>
        <Button
          variant="default"
          onClick={() => {
            if (!isPlaying && layer >= last) setLayer(0);
            setPlaying(!isPlaying);
          }}
        >
          {isPlaying ? 'Stop' : 'Play'}
        </Button>
        <input
          type="range"
          aria-label="Layer"
          min={0}
          max={last}
          value={layer}
          onChange={(e) => {
            setPlaying(false);
            setLayer(Number(e.currentTarget.value));
          }}
          className="long"
        />
        <Box component="span" className="f" miw={210}>
          layer {layer + 1} of {last + 1}, {zMm.toFixed(2)} mm{noteAt?.(zMm)}
        </Box>
        <Flex component="span" className="hint" display="inline-flex" gap={6} align="center">
          {column.key === 'head' ? (
            <HeadColours range={range} />
          ) : (
            <>
              {column.label} {show(range[0])}
              <svg width="90" height="10" aria-hidden="true">
                {PATH_COLOURS.map((c, i) => (
                  <rect
                    key={c}
                    x={(i * 90) / PATH_COLOURS.length}
                    width={90 / PATH_COLOURS.length + 1}
                    height="10"
                    fill={c}
                  />
                ))}
              </svg>
              {show(range[1])};
            </>
          )}
          dotted: travel{opened.isCut && '; the program is longer than is drawn'}
        </Flex>
      </Group>
    </div>
  );
}

/** One swatch for each head. */
function HeadColours({ range }: { readonly range: readonly [number, number] }) {
  const heads = Array.from({ length: range[1] - range[0] + 1 }, (_, i) => range[0] + i);
  const steps = stepsOf(Float32Array.from(heads), range);
  return heads.map((head, i) => (
    <Flex component="span" key={head} display="inline-flex" gap={4} align="center">
      <svg width="14" height="10" aria-hidden="true">
        <rect width="14" height="10" fill={PATH_COLOURS[steps[i]!]} />
      </svg>
      head {head};
    </Flex>
  ));
}
