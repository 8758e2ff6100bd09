import { useQuery } from '@tanstack/react-query';
import { countOf } from '../../../core/units/plural.ts';
import { get } from '../../../ui/api.ts';

const MOST_NAMED = 6;
const count = (list: readonly unknown[], word: string): string => countOf(list.length, word);

/** Whom a change of a profile touches, by count and by name. */
export function Touches({ profileId }: { readonly profileId: string }) {
  const { data: affected } = useQuery({
    queryKey: ['affected', profileId],
    queryFn: () => get('/api/profiles/[id]/affected', { id: profileId }),
  });
  if (!affected) return <p className="hint">Counting what it touches…</p>;
  const named = [...affected.recipes, ...affected.jobs, ...affected.trials, ...affected.profiles];
  return (
    <section aria-label="Touches">
      <p className="hint">
        Touches {count(affected.profiles, 'profile')} below it, {count(affected.recipes, 'saved recipe')},{' '}
        {count(affected.jobs, 'open job')} and {count(affected.trials, 'open trial')}.
      </p>
      {named.slice(0, MOST_NAMED).map((a) => (
        <div key={a.address}>
          <a href={a.address}>{a.name}</a>
        </div>
      ))}
      {named.length > MOST_NAMED && <p className="hint">and {named.length - MOST_NAMED} more</p>}
    </section>
  );
}
