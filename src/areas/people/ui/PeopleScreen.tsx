import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { get, post } from '../../../ui/api.ts';
import { notifyError, notifySuccess } from '../../../ui/notify.tsx';
import { usePerson } from '../../../ui/person.tsx';
import type { GivenLink, PersonRow } from '../model/person.ts';
import { AddPerson } from './AddPerson.tsx';
import { LinkToGive } from './LinkToGive.tsx';
import { PeopleTable } from './PeopleTable.tsx';

/** Who belongs to the farm, and what each may do. */
export function PeopleScreen() {
  const isLead = usePerson().role === 'lead';
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ['people'],
    queryFn: () => get('/api/people'),
    enabled: isLead,
  });
  const [given, setGiven] = useState<{ readonly person: string; readonly link: GivenLink } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const act = async (work: () => Promise<void>): Promise<boolean> => {
    setBusy(true);
    try {
      await work();
      return true;
    } catch (e) {
      notifyError(e);
      return false;
    } finally {
      setBusy(false);
      void client.invalidateQueries({ queryKey: ['people'] });
    }
  };
  const giveLink = async ({ id, name }: Pick<PersonRow, 'id' | 'name'>): Promise<void> =>
    setGiven({ person: name, link: await post('/api/people/[id]/link', { id }, {}) });
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">Who belongs to the farm, and what each may do</div>
          <h1>People</h1>
        </div>
      </div>
      {!isLead && <p className="empty">A lead looks after people. Your own password and sessions are on your page.</p>}
      {isLead && (
        <>
          <AddPerson
            isBusy={isBusy}
            onAdd={(person) =>
              act(async () => {
                const { id } = await post('/api/people', person);
                await giveLink({ id, name: person.name });
              })
            }
          />
          {given && <LinkToGive {...given} onDone={() => setGiven(null)} />}
          {error && <p role="alert">{error.message}</p>}
          {data && (
            <PeopleTable
              people={data}
              isBusy={isBusy}
              onRole={(p, role) =>
                void act(async () => {
                  await post('/api/people/[id]/role', { id: p.id }, { role });
                  notifySuccess(`${p.name} is ${role} from now on`, async () => {
                    await post('/api/people/[id]/role', { id: p.id }, { role: p.role });
                    await client.invalidateQueries({ queryKey: ['people'] });
                  });
                })
              }
              onLink={(p) => void act(() => giveLink(p))}
              onDeactivate={(p, why) =>
                act(async () => {
                  await post('/api/people/[id]/deactivate', { id: p.id }, { why });
                  setGiven(null);
                  notifySuccess(`${p.name} signs in no more`);
                })
              }
              onReactivate={(p) =>
                void act(async () => {
                  await post('/api/people/[id]/reactivate', { id: p.id }, {});
                  await giveLink(p);
                })
              }
            />
          )}
        </>
      )}
    </>
  );
}
