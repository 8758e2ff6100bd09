import { useQuery } from '@tanstack/react-query';
import { fetchJson } from '../../../ui/api.ts';
import { EmergencyStop } from '../../../ui/EmergencyStop.tsx';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { MachineCard } from '../model/pages.ts';

/** States in which a machine may heat or move. */
const MAY_MOVE: readonly string[] = ['printing', 'unknown'];

export function MachinesScreen() {
  const mayChange = useMayChange();
  const { data, error } = useQuery({
    queryKey: ['machines'],
    queryFn: () => fetchJson<MachineCard[]>('/api/machines'),
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  const places = [...new Set((data ?? []).map((m) => m.place))];
  return (
    <>
      <MachineRooms here="/machines" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">The floor, by place</div>
          <h1>Machines</h1>
        </div>
      </div>
      <div className="body">
        {places.map((place) => (
          <section key={place} style={{ marginBottom: 20 }}>
            <h2 style={{ fontSize: 13, marginBottom: 8 }}>{place}</h2>
            <div className="cards">
              {data!
                .filter((m) => m.place === place)
                .map((m) => (
                  <article key={m.id} className="card">
                    <a href={`/machines/${m.id}`}>
                      <b style={{ display: 'flex', justifyContent: 'space-between' }}>
                        {m.name}
                        <span className="chip" data-state={m.state}>
                          {m.state}
                        </span>
                      </b>
                      <span className="hint">{m.printer}</span>
                      <span>
                        {m.mounted?.name ?? 'no tool'} ·{' '}
                        {m.loaded ? `${m.loaded.name}, lot ${m.loaded.lot}` : 'nothing loaded'}
                      </span>
                      <span className="hint f">
                        {m.loaded
                          ? `${m.loaded.remainingG.toFixed(0)} ${m.technology === 'resin' ? 'ml' : 'g'} left`
                          : ''}
                      </span>
                      <Coverage card={m} />
                    </a>
                    {mayChange && m.hasDevice && (
                      <EmergencyStop
                        machineId={m.id}
                        machineName={m.name}
                        isNamed
                        isQuiet={!MAY_MOVE.includes(m.state)}
                      />
                    )}
                  </article>
                ))}
            </div>
          </section>
        ))}
        {data?.length === 0 && (
          <p className="empty">
            No machines yet. A machine is one unit on the floor, of a printer profile, with its mounted tool and loaded
            lot.
          </p>
        )}
      </div>
    </>
  );
}

function Coverage({ card }: { readonly card: MachineCard }) {
  const count = (state: string) => card.proofs.filter((p) => p.state === state).length;
  return (
    <span style={{ display: 'flex', gap: 12, fontSize: 11.5 }}>
      <span style={{ display: 'flex', gap: 4, alignItems: 'center' }}>
        <StateMark mark="proven" />
        {count('proven')} proven
      </span>
      <span style={{ display: 'flex', gap: 4, alignItems: 'center' }}>
        <StateMark mark="due" />
        {count('due')} due
      </span>
      <span style={{ display: 'flex', gap: 4, alignItems: 'center' }}>
        <StateMark mark="sister" />
        {count('sister')} on a sister
      </span>
    </span>
  );
}
