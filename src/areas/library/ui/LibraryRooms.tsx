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
export function LibraryRooms({ here }: { readonly here: string | null }) {
  return (
    <nav className="rooms" aria-label="Library">
      {rooms.map(([to, name]) => (
        <a key={to} href={to} aria-current={here === to ? 'page' : undefined}>
          {name}
        </a>
      ))}
    </nav>
  );
}
