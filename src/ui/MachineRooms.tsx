import { Rooms } from './Rooms.tsx';

const rooms = [
  ['/machines', 'Floor'],
  ['/machines/spools', 'Spools'],
  ['/machines/care', 'Care'],
  ['/machines/coverage', 'Coverage'],
  ['/machines/drift', 'Drift'],
  ['/machines/maintenance', 'Maintenance'],
  ['/machines/policy', 'Policy'],
] as const;

/** The rooms of the machines area. */
export const MachineRooms = ({ here }: { readonly here: string | null }) => (
  <Rooms label="Machines" rooms={rooms} here={here} />
);
