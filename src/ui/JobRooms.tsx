import { Rooms } from './Rooms.tsx';

const rooms = [
  ['/checks', 'Jobs'],
  ['/checks/queue', 'Queue'],
  ['/checks/requests', 'Requests'],
  ['/checks/references', 'Reference parts'],
  ['/checks/rules', 'Rule track record'],
] as const;

/** The rooms of the area of jobs. */
export const JobRooms = ({ here }: { readonly here: string | null }) => (
  <Rooms label="Jobs" rooms={rooms} here={here} />
);
