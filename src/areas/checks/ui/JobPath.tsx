import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { PathViewer, type PathColumn } from '../../../ui/path/PathViewer.tsx';

/** Programs above this are not drawn. */
export const LARGEST_DRAWN_BYTES = 64 * 1024 * 1024;

const COLUMNS: readonly PathColumn[] = [
  { key: 'flow', label: 'flow', quantity: 'volumetricFlow' },
  { key: 'mmPerS', label: 'speed', quantity: 'speed' },
  { key: 'mmPerS2', label: 'acceleration', quantity: 'acceleration' },
];

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
  return (
    <PathViewer
      key={program}
      href={`/api/jobs/${jobId}/program`}
      filamentAreaMm2={filamentAreaMm2(diameterMm)}
      columns={COLUMNS}
      wanted={layer}
    />
  );
}
