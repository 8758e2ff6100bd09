import { Rooms } from '../../../ui/Rooms.tsx';

const rooms = [
  ['/library', 'Profiles'],
  ['/library/recipes', 'Recipes'],
  ['/library/pairings', 'Pairings'],
  ['/library/compare', 'Compare'],
  ['/library/bulk', 'Bulk edit'],
  ['/library/exchange', 'Import & export'],
  ['/library/settings', 'Settings'],
] as const;

/** The rooms of the library. */
export const LibraryRooms = ({ here }: { readonly here: string | null }) => (
  <Rooms label="Library" rooms={rooms} here={here} />
);
