import { Box, Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { fetchFile } from '../../../ui/jobFiles.ts';
import { LayerSlider } from '../../../ui/LayerSlider.tsx';
import { PathCanvas } from '../../../ui/path/PathCanvas.tsx';
import { useWorker } from '../../../ui/path/useWorker.ts';
import type { Frame } from '../../../ui/path/view.ts';
import type { StackPicture } from '../../../workers/paintPlate.ts';
import type { StackReport } from '../../../core/resin/stackReport.ts';

const HEIGHT = 380;
const startWorker = (): Worker =>
  new Worker(new URL('../../../workers/paintPlate.ts', import.meta.url), { type: 'module' });

/** A layer stack layer by layer, pixel by pixel as the screen will show it, with the layer before behind it; islands and closed rooms are ringed. */
export default function StackLayers({
  jobId,
  version,
  stack: s,
  layer: wanted,
  onLayer,
}: {
  readonly jobId: string;
  /** What tells one stack of the job from another. */
  readonly version: string;
  readonly stack: StackReport;
  readonly layer: number;
  readonly onLayer: (layer: number) => void;
}) {
  const { data, error } = useQuery({
    queryKey: ['stack', jobId, version],
    staleTime: Infinity,
    queryFn: () => fetchFile(jobId, false),
  });
  const [isPlaying, setPlaying] = useState(false);
  const worker = useWorker(startWorker);
  const [w, d] = [s.pixels[0] * s.pixelMm[0], s.pixels[1] * s.pixelMm[1]];
  const picture = useMemo(
    (): StackPicture | null =>
      data
        ? {
            stack: data,
            marks: [
              ...s.islands.map((i) => ({
                of: 'island' as const,
                from: i.layer - 1,
                to: i.layer - 1,
                at: [i.xMm - w / 2, i.yMm - d / 2] as const,
              })),
              ...s.rooms.map((r) => ({
                of: 'room' as const,
                from: r.fromLayer - 1,
                to: r.toLayer - 1,
                at: [r.xMm - w / 2, r.yMm - d / 2] as const,
              })),
            ],
          }
        : null,
    [data, s, w, d],
  );
  useEffect(() => {
    if (picture) worker?.postMessage({ picture });
  }, [worker, picture]);
  const last = s.rows.length - 1;
  const layer = Math.min(wanted, last); // a job that was checked anew may have fewer
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setTimeout(() => (layer < last ? onLayer(layer + 1) : setPlaying(false)), 60);
    return () => clearTimeout(timer);
  }, [isPlaying, layer, last, onLayer]);
  const frame = useMemo((): Frame => {
    const b = s.boundsMm;
    const edge = 2;
    return b
      ? [b[0] - w / 2 - edge, b[2] - w / 2 + edge, b[1] - d / 2 - edge, b[3] - d / 2 + edge]
      : [-w / 2, w / 2, -d / 2, d / 2];
  }, [s, w, d]);
  if (error)
    return (
      <p className="hint" role="alert">
        {error.message}
      </p>
    );
  if (!picture) return <p className="hint">Reading the layers…</p>;
  const row = s.rows[layer]!;
  const troubled = [...new Set([...s.islands.map((i) => i.layer - 1), ...s.rooms.map((r) => r.widestLayer - 1)])].sort(
    (a, b) => a - b,
  );
  const next = troubled.find((n) => n > layer) ?? troubled[0];
  return (
    <div>
      <PathCanvas
        worker={worker}
        picture={picture}
        frame={frame}
        layer={layer}
        height={HEIGHT}
        label={`Layer ${layer + 1} of ${last + 1}`}
      />
      <LayerSlider layer={layer} last={last} zMm={row.zMm} onLayer={onLayer}>
        <Button variant="default" size="compact-sm" onClick={() => setPlaying(!isPlaying)}>
          {isPlaying ? 'Stop' : 'Play'}
        </Button>
        {next !== undefined && (
          <Button variant="default" size="compact-sm" onClick={() => onLayer(next)}>
            Next island or closed room
          </Button>
        )}
      </LayerSlider>
      <Box component="p" className="hint f" mt={4}>
        {row.areaMm2.toFixed(1)} mm² in {row.areas} {row.areas === 1 ? 'area' : 'areas'}, {row.lightS.toFixed(2)} s of
        light, then {row.darkS.toFixed(1)} s dark
        {row.islands > 0 && `; ${row.islands} with nothing before ${row.islands === 1 ? 'it' : 'them'}`}
        {row.cups > 0 && `; the film closes ${row.cupMm2.toFixed(1)} mm²`}
      </Box>
    </div>
  );
}
