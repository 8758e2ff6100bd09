const rooms = [
  ['/machines', 'Floor'],
  ['/machines/coverage', 'Coverage'],
  ['/machines/drift', 'Drift'],
  ['/machines/maintenance', 'Maintenance'],
  ['/machines/policy', 'Policy'],
] as const;

/** The rooms of the machines area. */
export function MachineRooms({ here }: { readonly here: string }) {
  return (
    <nav className="rooms" aria-label="Machines">
      {rooms.map(([to, name]) => (
        <a key={to} href={to} aria-current={here === to ? 'page' : undefined}>
          {name}
        </a>
      ))}
    </nav>
  );
}
