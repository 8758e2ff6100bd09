import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { readSegments } from '../../../core/toolpath/segments.ts';
import { Refused } from '../../../ui/api.ts';
import { PathViewer, type PathColumn } from '../../../ui/path/PathViewer.tsx';

/** Programs above this are not drawn: their text alone would fill the page's memory. */
export const LARGEST_DRAWN_BYTES = 64 * 1024 * 1024;

/** A job's program layer by layer, by flow, speed or acceleration. */
export default function JobPath({
  jobId,
  program,
  diameterMm,
  layer,
}: {
  readonly jobId: string;
  /** What tells one program of the job from another. */
  readonly program: string;
  readonly diameterMm: number;
  readonly layer: number | null;
}) {
  const { data, error } = useQuery({
    queryKey: ['job-path', jobId, program],
    staleTime: Infinity,
    queryFn: async () => {
      const r = await fetch(`/api/jobs/${jobId}/program`);
      if (!r.ok) throw new Refused(r.status, 'program', 'The program cannot be fetched; open the page again');
      return readSegments(await r.text(), filamentAreaMm2(diameterMm));
    },
  });
  const columns = useMemo((): PathColumn[] => {
    if (!data) return [];
    const flow = Float32Array.from({ length: data.count }, (_, i) => data.areaMm2[i]! * data.mmPerS[i]!);
    return [
      { label: 'flow', quantity: 'volumetricFlow', of: flow },
      { label: 'speed', quantity: 'speed', of: data.mmPerS },
      { label: 'acceleration', quantity: 'acceleration', of: data.mmPerS2 },
    ];
  }, [data]);
  if (error)
    return (
      <p className="hint" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="hint">Reading the program…</p>;
  return <PathViewer segments={data} columns={columns} wanted={layer} />;
}
