const rooms = [
  ['/checks', 'Jobs'],
  ['/checks/requests', 'Requests'],
  ['/checks/rules', 'Rule track record'],
] as const;

/** The rooms of the area of jobs. */
export function JobRooms({ here }: { readonly here: string | null }) {
  return (
    <nav className="rooms" aria-label="Jobs">
      {rooms.map(([to, name]) => (
        <a key={to} href={to} aria-current={here === to ? 'page' : undefined}>
          {name}
        </a>
      ))}
    </nav>
  );
}
