import { Box, Button, Group } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { layerCount, layerSeconds, motionIn, subExposures } from '../../../core/resin/plate.ts';
import { darkTimeS } from '../../../core/resin/sequence.ts';
import { get } from '../../../ui/api.ts';
import { LayerSlider } from '../../../ui/LayerSlider.tsx';
import { PathCanvas } from '../../../ui/path/PathCanvas.tsx';
import { useWorker } from '../../../ui/path/useWorker.ts';
import { shadeOf } from '../../../ui/path/shades.ts';
import type { Frame } from '../../../ui/path/view.ts';
import type { TrialPage } from '../model/pages.ts';

const HEIGHT = 360;
const startWorker = (): Worker =>
  new Worker(new URL('../../../workers/paintPlate.ts', import.meta.url), { type: 'module' });

/** The plates layer by layer, pixel by pixel as the screen will show them: the longer a pixel is lit, the brighter. */
export function StackView({ trial: t }: { readonly trial: TrialPage }) {
  const { data, error } = useQuery({
    queryKey: ['plate', t.id],
    staleTime: Infinity,
    queryFn: () => get('/api/trials/[id]/plate', { id: t.id }),
  });
  const [plate, setPlate] = useState(t.progress?.plate ?? 0);
  const [wanted, setLayer] = useState(0);
  const program = data?.plates[Math.min(plate, data.plates.length - 1)];
  const worker = useWorker(startWorker);
  useEffect(() => {
    if (program) worker?.postMessage({ picture: program });
  }, [worker, program]);
  const frame = useMemo((): Frame | null => {
    if (!program) return null;
    const [x, y] = [0, 1].map((a) => (program.pixels[a]! * program.pixelMm[a]!) / 2) as [number, number];
    return [-x, x, -y, y];
  }, [program]);
  if (error)
    return (
      <p className="hint" role="alert">
        {error.message}
      </p>
    );
  if (!data || !program || !frame) return <p className="hint">Reading the plate…</p>;
  const last = layerCount(program) - 1;
  const layer = Math.min(wanted, last);
  const shown = subExposures(program, layer);
  const most = layerSeconds(program, layer);
  const motion = motionIn(program, layer);
  let lit = 0;
  return (
    <div>
      {data.plates.length > 1 && (
        <Group role="group" aria-label="Plate" gap={14} mb={8} align="stretch">
          {data.plates.map((p, i) => (
            <Button variant="subtle" size="compact-xs" key={i} aria-pressed={i === plate} onClick={() => setPlate(i)}>
              plate {i + 1}, {p.fields[0]!.exposureS} s
            </Button>
          ))}
        </Group>
      )}
      <PathCanvas
        worker={worker}
        picture={program}
        frame={frame}
        layer={layer}
        height={HEIGHT}
        label={`Layer ${layer + 1} of ${last + 1}, ${shown.length} ${shown.length === 1 ? 'exposure' : 'exposures'}`}
      />
      <LayerSlider layer={layer} last={last} zMm={(layer + 1) * program.layerMm} onLayer={setLayer} />
      <Box component="p" className="hint f" mt={4}>
        {shown.map((e, i) => {
          lit += e.seconds;
          return (
            <Box component="span" key={i} mr={14} className="nowrap">
              <i className="swatch" style={{ background: shadeOf(lit / most) }} /> {i + 1}. {e.seconds.toFixed(2)} s,{' '}
              {e.fields.length} {e.fields.length === 1 ? 'field' : 'fields'}
            </Box>
          );
        })}
        <span className="nowrap">
          then {darkTimeS(motion).toFixed(1)} s dark, peel{' '}
          {motion.lift[0] ? `${motion.lift[0].mmPerS.toFixed(2)} mm/s` : 'none'}
        </span>
      </Box>
    </div>
  );
}
