import { Button } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { post } from '../../../ui/api.ts';
import { notifyError, notifySuccess } from '../../../ui/notify.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import type { Today } from '../model/today.ts';
import { Item } from './Item.tsx';

/** Jobs whose verdict holds no longer, with why; they stay here until they have been checked again. */
export function OutOfDate({ jobs }: { readonly jobs: Today['outOfDate'] }) {
  const mayChange = useMayChange();
  const client = useQueryClient();
  const again = useMutation({
    mutationFn: async () => {
      for (const j of jobs) await post('/api/jobs/[id]/check', { id: j.id }, {});
      return jobs.length;
    },
    onSuccess: (n) => notifySuccess(`${n === 1 ? 'One check' : `${n} checks`} started`),
    onError: notifyError,
    onSettled: () => client.invalidateQueries({ queryKey: ['today'] }),
  });
  if (jobs.length === 0) return null;
  return (
    <section aria-label="Verdicts out of date">
      <h2>
        Verdicts out of date{' '}
        {mayChange && (
          <Button
            className="aside"
            variant="subtle"
            size="compact-xs"
            disabled={again.isPending}
            onClick={() => again.mutate()}
          >
            {jobs.length === 1 ? 'check again' : 'check all again'}
          </Button>
        )}
        <span className="f">{jobs.length}</span>
      </h2>
      {jobs.map((j) => (
        <Item
          key={j.id}
          href={`/checks/${j.id}`}
          title={`${j.name} · ${j.title}`}
          mark="due"
          says={`Since the check: ${j.changed!.join('; ')}`}
          hint={`${j.machineName} · it said: ${j.sentence ?? ''}`}
        />
      ))}
    </section>
  );
}
