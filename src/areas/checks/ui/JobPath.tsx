import type { MotionLimits } from '../../../core/motion/limits.ts';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { PathViewer, type PathColumn } from '../../../ui/path/PathViewer.tsx';

/** Programs above this are not drawn. */
export const LARGEST_DRAWN_BYTES = 64 * 1024 * 1024;

const COLUMNS: readonly PathColumn[] = [
  { key: 'flow', label: 'flow', quantity: 'volumetricFlow' },
  { key: 'mmPerS', label: 'speed', quantity: 'speed' },
  { key: 'mmPerS2', label: 'acceleration', quantity: 'acceleration' },
];
const BY_HEAD: readonly PathColumn[] = [{ key: 'head', label: 'head', quantity: 'count' }, ...COLUMNS];

/** A job's program layer by layer, by flow, speed or acceleration, and by head where there are several. */
export default function JobPath({
  jobId,
  program,
  motion,
  layer,
  layers,
  hasHeads,
}: {
  readonly jobId: string;
  /** What tells one program of the job from another. */
  readonly program: string;
  readonly motion: MotionLimits;
  /** Which layer to show first, of how many. */
  readonly layer: number | null;
  readonly layers: number;
  readonly hasHeads: boolean;
}) {
  return (
    <PathViewer
      key={program}
      href={`/api/jobs/${jobId}/program`}
      filamentAreaMm2={filamentAreaMm2(motion.filamentDiameterMm)}
      reads={JSON.stringify(motion.reads ?? {})}
      columns={hasHeads ? BY_HEAD : COLUMNS}
      wanted={layer}
      wantedOf={layers}
    />
  );
}
