import { Button, Group, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { formatBytes } from '../../../core/units/format.ts';
import { countOf } from '../../../core/units/plural.ts';
import { get, post } from '../../../ui/api.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import css from './RequestScreen.module.css';

/** One request: what is wanted, its files, and what became of it. */
export function RequestScreen({ id }: { readonly id: string }) {
  const person = usePerson();
  const mayChange = useMayChange();
  const client = useQueryClient();
  const [isDeclining, setDeclining] = useState(false);
  const [answer, setAnswer] = useState('');
  const [validationError, setValidationError] = useState<string | null>(null);
  const { data: r, error } = useQuery({
    queryKey: ['request', id],
    queryFn: () => get('/api/requests/[id]', { id }),
  });
  const act = async (sending: Promise<unknown>, said: string): Promise<void> => {
    try {
      await sending;
      notifySuccess(said);
      setDeclining(false);
      setValidationError(null);
      await client.invalidateQueries();
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  if (error && !r)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!r) return <p className="empty">Opening the request…</p>;
  return (
    <>
      <JobRooms here={null} />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">
            Request {r.name} · {countOf(r.quantity, 'piece')}
            {r.due && ` · wanted by ${day(r.due)}`}
          </div>
          <h1>{r.title}</h1>
        </div>
        <span className="chip">
          {r.state === 'open' && <StateMark mark="due" />} {r.state}
        </span>
        <div className="end">
          {r.state === 'open' && r.createdBy === person.id && (
            <Button
              variant="default"
              onClick={() => void act(post('/api/requests/[id]/withdraw', { id }, {}), `${r.name} withdrawn`)}
            >
              Withdraw
            </Button>
          )}
          {r.state === 'open' && mayChange && !isDeclining && (
            <Button variant="default" onClick={() => setDeclining(true)}>
              Decline
            </Button>
          )}
          {['open', 'taken up'].includes(r.state) && mayChange && (
            <Button component="a" href={`/checks/new?request=${r.id}`}>
              {r.state === 'open' ? 'Make a job of it' : 'Make another job of it'}
            </Button>
          )}
        </div>
      </div>
      <section className="stage">
        {isDeclining && (
          <form
            className="stacked"
            onSubmit={(e) => {
              e.preventDefault();
              void act(post('/api/requests/[id]/decline', { id }, { answer }), `${r.name} declined`);
            }}
          >
            <TextInput
              label="Why it will not be printed"
              value={answer}
              onChange={(e) => setAnswer(e.currentTarget.value)}
              error={validationError}
              data-autofocus
            />
            <Group gap={10}>
              <Button type="submit">Decline</Button>
              <Button variant="default" type="button" onClick={() => setDeclining(false)}>
                Cancel
              </Button>
            </Group>
          </form>
        )}
        {validationError && !isDeclining && (
          <p className="empty" role="alert">
            {validationError}
          </p>
        )}
        <dl className={css.facts}>
          <dt>Wanted</dt>
          <dd>{r.wanted}</dd>
          <dt>By</dt>
          <dd>
            {r.createdByName}, {dayAndTime(r.createdAt)}
          </dd>
          <dt>Files</dt>
          <dd>
            {r.files.map((f) => (
              <div key={f.sha256}>
                <a href={`/api/requests/${r.id}/file?sha=${f.sha256}`} download={f.name}>
                  {f.name}
                </a>{' '}
                <span className="hint f">{formatBytes(f.size)}</span>
              </div>
            ))}
          </dd>
          {r.answer && (
            <>
              <dt>Declined</dt>
              <dd>{r.answer}</dd>
            </>
          )}
          <dt>Jobs</dt>
          <dd>
            {r.jobs.length === 0 && 'none yet'}
            {r.jobs.map((j) => (
              <div key={j.id}>
                <a href={`/checks/${j.id}`}>
                  {j.name} {j.title}
                </a>
                : {j.state}
              </div>
            ))}
          </dd>
        </dl>
      </section>
    </>
  );
}
