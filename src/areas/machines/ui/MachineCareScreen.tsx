import { Button } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { get, post } from '../../../ui/api.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { notifyError, notifySuccess } from '../../../ui/notify.tsx';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { findSetting } from '../../library/settings/catalogue.ts';
import { CareState } from './CareState.tsx';
import { CareStep } from './CareStep.tsx';
import css from './CareStep.module.css';

/** The care of one machine: the step at hand where somebody is at work, else what is due and what was done. */
export function MachineCareScreen({ id }: { readonly id: string }) {
  const client = useQueryClient();
  const mayChange = useMayChange();
  const isLead = usePerson().role === 'lead';
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const { data, error } = useQuery({
    queryKey: ['care', id],
    queryFn: () => get('/api/machines/[id]/care', { id }),
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Opening…</p>;
  const { machine: m, underWay, tasks, rounds } = data;
  const send = async <T,>(sending: Promise<T>, onRefused: (e: unknown) => void): Promise<T | null> => {
    setBusy(true);
    setProblem(null);
    const answer = await sending.catch((e: unknown) => {
      onRefused(e);
      return null;
    });
    await client.invalidateQueries();
    setBusy(false);
    return answer;
  };
  const done = async (round: string, step: number, reading: number | null): Promise<void> => {
    const answer = await send(post('/api/machines/[id]/care/step', { id }, { round, step, reading }), (e) =>
      setProblem((e as Error).message),
    );
    if (!answer?.isDone) return;
    const due = answer.due.map((key) => findSetting(key)?.label ?? key);
    notifySuccess(due.length > 0 ? `Done. Now due: ${due.join(', ')}` : 'Done');
  };
  return (
    <>
      <MachineRooms here={null} />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">
            {m.place} · <a href={`/machines/${m.id}`}>{m.name}</a>
          </div>
          <h1>Care of {m.name}</h1>
        </div>
        <span className="chip" data-state={m.state}>
          {m.state}
        </span>
        {isLead && !underWay && (
          <div className="end">
            <Button component="a" variant="default" href={`/machines/care/plans/${m.printerId}`}>
              Change the tasks
            </Button>
          </div>
        )}
      </div>
      {underWay ? (
        <CareStep
          key={underWay.steps.length}
          round={underWay}
          problem={problem}
          isBusy={isBusy}
          mayDo={mayChange}
          onDone={(step, reading) => void done(underWay.id, step, reading)}
          onGiveUp={(why) =>
            void send(post('/api/machines/[id]/care/give-up', { id }, { round: underWay.id, why }), notifyError)
          }
        />
      ) : (
        <section className="stage" aria-label="Tasks">
          {tasks.map((t) => (
            <div key={t.key} className={css.task} data-task={t.key}>
              <div>
                <b>{t.task.name}</b>{' '}
                <span className="hint">
                  {t.task.steps.length} {t.task.steps.length === 1 ? 'step' : 'steps'}
                </span>
                <div>
                  <CareState of={t} />
                </div>
                <div className="hint">{t.doneAt ? `done last ${day(t.doneAt)}, ${t.doneByName}` : 'never done'}</div>
              </div>
              {mayChange && (
                <Button
                  variant={t.state === 'due' ? 'filled' : 'default'}
                  disabled={isBusy}
                  aria-label={`Begin: ${t.task.name}`}
                  onClick={() => void send(post('/api/machines/[id]/care', { id }, { key: t.key }), notifyError)}
                >
                  Begin
                </Button>
              )}
            </div>
          ))}
          {tasks.length === 0 && <p className="hint">No task is written for machines of this printer profile.</p>}
        </section>
      )}
      {!underWay && rounds.length > 0 && (
        <section className="stage" aria-label="Done before">
          <h2>Done before</h2>
          <ul>
            {rounds.map((r) => (
              <li key={r.id}>
                {r.name}: {r.state}{' '}
                <span className="hint">
                  {r.byName}, {dayAndTime(r.endedAt ?? r.at)}
                  {r.why && ` · ${r.why}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
