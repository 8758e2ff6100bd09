import { useQuery } from '@tanstack/react-query';
import { get } from './api.ts';
import { StateMark } from './StateMark.tsx';

/** Says of chosen profiles that a newer revision waits for a lead: what prints is the released one. */
export function InReview({ profileIds }: { readonly profileIds: readonly string[] }) {
  const { data } = useQuery({
    queryKey: ['profiles', 'reviews'],
    queryFn: () => get('/api/profiles/reviews'),
  });
  return (data ?? [])
    .filter((r) => profileIds.includes(r.profileId))
    .map((r) => (
      <p key={r.profileId} className="hint">
        <StateMark mark="due" /> <a href={`/library/${r.profileId}`}>{r.name}</a>: revision {r.number} waits for a lead
        ({r.message}). The released values are used.
      </p>
    ));
}
