/** The rooms of an area, in one line above its pages. */
export function Rooms({
  label,
  rooms,
  here,
}: {
  readonly label: string;
  readonly rooms: readonly (readonly [to: string, name: string])[];
  /** Address of the room that is open; null where a page stands in none. */
  readonly here: string | null;
}) {
  return (
    <nav className="rooms" aria-label={label}>
      {rooms.map(([to, name]) => (
        <a key={to} href={to} aria-current={here === to ? 'page' : undefined}>
          {name}
        </a>
      ))}
    </nav>
  );
}
