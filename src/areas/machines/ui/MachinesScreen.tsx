import { leftText } from '../model/leftText.ts';
import { Box, Button, Flex } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { fetchJson } from '../../../ui/api.ts';
import { EmergencyStop } from '../../../ui/EmergencyStop.tsx';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { MachineCard } from '../model/pages.ts';

/** States in which a machine may heat or move. */
const MAY_MOVE: readonly string[] = ['printing', 'unknown'];

export function MachinesScreen() {
  const mayChange = useMayChange();
  const isLead = usePerson().role === 'lead';
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
        <div className="end">
          {isLead && (
            <Button component="a" href="/machines/new">
              Add a machine
            </Button>
          )}
        </div>
      </div>
      <div className="body">
        {places.map((place) => (
          <Box component="section" key={place} mb={20}>
            <Box component="h2" fz={13} mb={8}>
              {place}
            </Box>
            <div className="cards">
              {data!
                .filter((m) => m.place === place)
                .map((m) => (
                  <article key={m.id} className="card">
                    <a href={`/machines/${m.id}`}>
                      <Flex component="b" justify="space-between">
                        <span>{m.name}</span>
                        <span className="chip" data-state={m.state}>
                          {m.state}
                        </span>
                      </Flex>
                      <span className="hint">{m.printer}</span>
                      <span>
                        {m.mounted?.name ?? 'no tool'} ·{' '}
                        {m.loaded ? `${m.loaded.name}, lot ${m.loaded.lot}` : 'nothing loaded'}
                      </span>
                      <span className="hint f">
                        {m.loaded ? `${leftText(m.loaded.remainingG, m.technology === 'resin')} left` : ''}
                      </span>
                      <Coverage card={m} />
                    </a>
                    {mayChange && m.isStoppedFromHere && (
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
          </Box>
        ))}
        {data?.length === 0 && (
          <p className="empty">
            No machines yet. A machine is one unit on the floor, of a printer profile, with its mounted tool and loaded
            lot; a lead adds it.
          </p>
        )}
      </div>
    </>
  );
}

function Coverage({ card }: { readonly card: MachineCard }) {
  const count = (state: string) => card.proofs.filter((p) => p.state === state).length;
  return (
    <Flex component="span" gap={12} fz={11.5}>
      <Flex component="span" gap={4} align="center">
        <StateMark mark="proven" />
        {count('proven')} proven
      </Flex>
      <Flex component="span" gap={4} align="center">
        <StateMark mark="due" />
        {count('due')} due
      </Flex>
      <Flex component="span" gap={4} align="center">
        <StateMark mark="sister" />
        {count('sister')} on a sister
      </Flex>
    </Flex>
  );
}
