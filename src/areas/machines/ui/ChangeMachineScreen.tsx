import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, post } from '../../../ui/api.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { usePerson } from '../../../ui/person.tsx';
import { navigate } from '../../../ui/router.tsx';
import { MachineForm } from './MachineForm.tsx';

/** Another name, place or connection of a machine. */
export function ChangeMachineScreen({ id }: { readonly id: string }) {
  const isLead = usePerson().role === 'lead';
  const client = useQueryClient();
  const { data: m, error } = useQuery({
    queryKey: ['machine', id],
    queryFn: () => get('/api/machines/[id]', { id }),
  });
  if (error)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!m) return <p className="empty">Opening the machine…</p>;
  return (
    <>
      <MachineRooms here={null} />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">{m.printer}</div>
          <h1>Change {m.name}</h1>
        </div>
      </div>
      {!isLead && <p className="empty">A lead changes machines.</p>}
      {isLead && (
        <MachineForm
          key={m.version}
          technology={m.technology}
          start={m}
          does="Save"
          onDone={async (details) => {
            await post('/api/machines/[id]/change', { id: m.id }, { ...details, version: m.version });
            notifySuccess(`${details.name} is saved`);
            await client.invalidateQueries();
            navigate(`/machines/${m.id}`);
          }}
        />
      )}
    </>
  );
}
