import type { MeshFacts } from '../../../core/mesh/facts.ts';

/** What a mesh encloses; an open surface encloses nothing that could be named. */
export const volumeText = ({ volumeMm3 }: MeshFacts): string =>
  volumeMm3 === null ? 'no volume: its surface is open' : `${(volumeMm3 / 1000).toFixed(2)} cm³`;
