import { asSentence } from '../../../ui/asSentence.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import type { Today } from '../model/today.ts';
import { Item } from './Item.tsx';

/** How many care tasks are named; the rest stand on their own page. */
const MOST_CARE = 8;

/** Machines that somebody must look at, take a part off, or do something to. */
export const NeedingMachines = ({
  of: data,
}: {
  readonly of: Pick<Today, 'unknown' | 'stopped' | 'full' | 'care'>;
}) => (
  <>
    {data.unknown.length > 0 && (
      <section aria-label="Unknown machines">
        <h2>
          Machines unknown: go and look <span className="f">{data.unknown.length}</span>
        </h2>
        {data.unknown.map((m) => (
          <Item
            key={m.id}
            href={`/machines/${m.id}`}
            title={m.stop!.of ? `${m.name} · ${m.stop!.name}` : m.name}
            mark="outside"
            says={asSentence(m.stop!.why)}
            hint={`${dayAndTime(m.stop!.at)} · nothing starts there until its state is recorded`}
          />
        ))}
      </section>
    )}
    {data.stopped.length > 0 && (
      <section aria-label="Stopped machines">
        <h2>
          Machines stopped, part on the plate <span className="f">{data.stopped.length}</span>
        </h2>
        {data.stopped.map((m) => (
          <Item
            key={m.id}
            href={`/machines/${m.id}`}
            title={`${m.name} · ${m.stop!.name} at ${m.stop!.zMm.toFixed(2)} mm`}
            mark="outside"
            says={m.stop!.why}
            hint={`${dayAndTime(m.stop!.at)} · nothing starts there until the part is removed`}
          />
        ))}
      </section>
    )}
    {data.full.length > 0 && (
      <section aria-label="Plates to clear">
        <h2>
          Plates to clear <span className="f">{data.full.length}</span>
        </h2>
        {data.full.map((m) => (
          <Item
            key={m.id}
            href={`/machines/${m.id}`}
            title={`${m.name} · ${m.stop!.name}`}
            mark="due"
            says="Finished: take it off"
            hint={`${dayAndTime(m.stop!.at)} · nothing starts there until the plate is clear`}
          />
        ))}
      </section>
    )}

    {data.care.length > 0 && (
      <section aria-label="Care">
        <h2>
          Care due{' '}
          <a className="hint aside" href="/machines/care">
            all of it
          </a>
          <span className="f">{data.care.length}</span>
        </h2>
        {data.care.slice(0, MOST_CARE).map((c) => (
          <Item
            key={`${c.machineId} ${c.key}`}
            href={`/machines/${c.machineId}/care`}
            title={`${c.machineName} · ${c.name}`}
            mark={c.isBlocking ? 'outside' : 'due'}
            says={c.isUnderWay ? 'under way: nothing starts there meanwhile' : asSentence(c.says)}
            {...(c.isBlocking && { hint: 'nothing starts there before it is done' })}
          />
        ))}
      </section>
    )}
  </>
);
