import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { get } from '../../../ui/api.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { StartJob } from '../../../ui/StartJob.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { Today } from '../model/today.ts';
import { Item } from './Item.tsx';
import { OutOfDate } from './OutOfDate.tsx';
import { NeedingMachines } from './NeedingMachines.tsx';
import { findSetting } from '../../library/settings/catalogue.ts';

const titleOf = (j: Today['blocked'][number]) => ({ href: `/checks/${j.id}`, title: `${j.name} · ${j.title}` });

const SILENT: Readonly<Record<Today['silent'][number]['process'], (forS: number) => string>> = {
  devices: (s) =>
    `What serves the machines has given no sign of life for ${s} s: no print goes on meanwhile. An emergency stop reaches its machine.`,
  checks: (s) => `What does the checks has given no sign of life for ${s} s: no check is done meanwhile; prints go on.`,
};

export function TodayScreen() {
  const person = usePerson();
  const mayChange = useMayChange();
  const { data, error } = useQuery({
    queryKey: ['today'],
    queryFn: () => get('/api/today'),
    refetchInterval: 10_000,
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Loading…</p>;
  const needs =
    data.attention.length +
    data.unknown.length +
    data.stopped.length +
    data.gaveUp.length +
    data.full.length +
    data.care.length +
    data.outOfDate.length +
    data.blocked.length +
    data.trials.length +
    data.due.length +
    data.drifting.length +
    data.waiting.length +
    data.requests.length +
    data.reviews.length +
    data.workarounds.length;
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">
            {new Intl.DateTimeFormat('en-GB', { dateStyle: 'full' }).format(new Date())} · {person.name}
          </div>
          <h1>
            {needs === 0
              ? 'Nothing needs attention'
              : `${needs} ${needs === 1 ? 'item needs' : 'items need'} attention`}
          </h1>
        </div>
        <div className="end">
          <span className="chip">
            {data.counts.ready} of {data.counts.machines} machines ready
          </span>
          {data.counts.printing > 0 && <span className="chip">{data.counts.printing} printing</span>}
          {mayChange && (
            <Button component="a" variant="default" href="/trials/new">
              Start a trial
            </Button>
          )}
          <StartJob />
        </div>
      </div>
      {data.silent.map(({ process, forS }) => (
        <div key={process} className="stale" role="alert">
          {SILENT[process](forS)} It is started again by itself. <a href="/status">State of the service</a>
        </div>
      ))}
      <div className="body">
        {data.counts.machines === 0 ? (
          <p className="empty">
            This farm has no machines yet. Trials that wait for readings, jobs that are blocked and evidence that falls
            due will stand here once there are some. Start with <code>npm start</code> without <code>--empty</code> to
            see a farm at work.
          </p>
        ) : (
          <div className="needs">
            <div className="first">
              <NeedingMachines of={data} />
              {data.gaveUp.length > 0 && (
                <section aria-label="Checks that gave up">
                  <h2>
                    Checks that gave up <span className="f">{data.gaveUp.length}</span>
                  </h2>
                  {data.gaveUp.map((j) => (
                    <Item
                      key={j.id}
                      {...titleOf(j)}
                      mark="outside"
                      says="Begun five times without an end: open it and check again"
                      hint={`${j.machineName} · ${j.class}`}
                    />
                  ))}
                </section>
              )}
              <section aria-label="Jobs">
                <h2>
                  Jobs blocked or waiting{' '}
                  <span className="f">{data.attention.length + data.blocked.length + data.waiting.length}</span>
                </h2>
                {data.attention.map((j) => (
                  <Item
                    key={j.id}
                    {...titleOf(j)}
                    mark="outside"
                    says={`Needs attention: ${j.printMessage ?? 'its print stopped'}`}
                    hint={j.machineName}
                  />
                ))}
                {data.blocked.map((j) => (
                  <Item
                    key={j.id}
                    {...titleOf(j)}
                    mark="outside"
                    says={j.sentence ?? ''}
                    hint={`${j.machineName} · ${j.class}`}
                  />
                ))}
                {data.waiting.map((j) => (
                  <Item
                    key={j.id}
                    {...titleOf(j)}
                    mark={j.verdict === 'clear' ? 'proven' : 'due'}
                    says={j.sentence ?? (j.runState === 'refused' ? 'Could not be read' : 'Being checked')}
                    hint={`${j.machineName} · waits for approval`}
                  />
                ))}
                {data.attention.length + data.blocked.length + data.waiting.length === 0 && (
                  <article className="hint">No job is blocked and none waits.</article>
                )}
              </section>
              <OutOfDate jobs={data.outOfDate} />
              {data.requests.length > 0 && (
                <section aria-label="Requests">
                  <h2>
                    Prints requested <span className="f">{data.requests.length}</span>
                  </h2>
                  {data.requests.map((r) => (
                    <Item
                      key={r.id}
                      href={`/checks/requests/${r.id}`}
                      title={`${r.name} · ${r.title}`}
                      mark="due"
                      says={r.wanted}
                      hint={`${r.createdByName}${r.due ? ` · wanted by ${day(r.due)}` : ''}`}
                    />
                  ))}
                </section>
              )}
            </div>
            <section aria-label="Trials">
              <h2>
                Trials open <span className="f">{data.trials.length}</span>
              </h2>
              {data.trials.map((t) => (
                <article key={t.id}>
                  <a className="t" href={`/trials/${t.id}`}>
                    {t.name} · {t.kind.replace('-', ' ')} on {t.machineName}
                  </a>
                  <span>{t.state === 'measuring' ? `waits for readings: ${t.readings} of ${t.wanted}` : t.state}</span>
                  <span className="hint">
                    {t.toolName} · {t.materialName} · {t.createdByName}
                  </span>
                </article>
              ))}
              {data.trials.length === 0 && (
                <article className="hint">No trial waits for a print or for readings.</article>
              )}
              {data.reviews.length > 0 && (
                <>
                  <h2 className="ruled">
                    Waiting for a lead <span className="f">{data.reviews.length}</span>
                  </h2>
                  {data.reviews.map((r) => (
                    <Item
                      key={r.revisionId}
                      href={`/library/${r.profileId}`}
                      title={`${r.name}, revision ${r.number}`}
                      mark="due"
                      says={`in review: ${r.message}`}
                      hint={`${r.kind} · ${r.authorName} · ${dayAndTime(r.at)}`}
                    />
                  ))}
                </>
              )}
              {data.workarounds.length > 0 && (
                <>
                  <h2 className="ruled">
                    Workarounds to look at again <span className="f">{data.workarounds.length}</span>
                  </h2>
                  {data.workarounds.map((w) => (
                    <Item
                      key={`${w.profileId}${w.key}`}
                      href={`/library/${w.profileId}`}
                      title={w.name}
                      mark="due"
                      says={`${findSetting(w.key)?.label}: ${w.text}`}
                      hint={`since ${day(w.until)}`}
                    />
                  ))}
                </>
              )}
              <h2 className="ruled">Recent activity</h2>
              {data.events.map((e) => (
                <article key={e.id}>
                  <span>
                    {e.subjectName}: {e.what}
                  </span>
                  <span className="hint">
                    {e.whoName} · {dayAndTime(e.at)}
                  </span>
                </article>
              ))}
            </section>
            <section aria-label="Evidence">
              <h2>
                Evidence due or missing{' '}
                {mayChange && data.due.length > 0 && (
                  <a className="hint aside" href="/trials/due">
                    plan what is due
                  </a>
                )}
                <span className="f">{data.due.length}</span>
              </h2>
              {data.due.map(({ machine: m, proofs, missing }) => (
                <article key={m.id}>
                  <a className="t" href={`/machines/${m.id}`}>
                    {m.name}
                  </a>
                  <span className="hint">
                    {m.mounted?.name} · {m.loaded?.name}, lot {m.loaded?.lot}
                  </span>
                  {proofs.map((p) => (
                    <span key={p.key} className="marked">
                      <StateMark mark="due" />
                      {findSetting(p.key)?.label}: {p.because}
                      {mayChange && findSetting(p.key)?.provenBy && (
                        <a
                          href={`/trials/new?kind=${findSetting(p.key)!.provenBy!}&machine=${m.id}`}
                          className="aside nowrap"
                        >
                          plan trial
                        </a>
                      )}
                    </span>
                  ))}
                  {missing && (
                    <span className="marked">
                      <StateMark mark="unproven" />
                      {findSetting(missing)!.label.toLowerCase()} never proven with this{' '}
                      {missing === 'flow' ? 'tool and material' : 'film and resin'}{' '}
                      {mayChange && (
                        <a
                          href={`/trials/new?kind=${findSetting(missing)!.provenBy!}&machine=${m.id}`}
                          className="aside nowrap"
                        >
                          plan trial
                        </a>
                      )}
                    </span>
                  )}
                </article>
              ))}
              {data.drifting.length > 0 && (
                <>
                  <h2 className="ruled">
                    Out of control{' '}
                    <a className="hint aside" href="/machines/drift">
                      see the series
                    </a>
                    <span className="f">{data.drifting.length}</span>
                  </h2>
                  {data.drifting.map((d) => (
                    <Item
                      key={`${d.machineId}${d.setting}${d.materialName}`}
                      href={`/machines/${d.machineId}`}
                      title={d.machineName}
                      mark="outside"
                      says={`${findSetting(d.setting)?.label} with ${d.materialName} has left the limits of its own series`}
                    />
                  ))}
                </>
              )}
              {data.due.length === 0 && (
                <article className="hint">All evidence for what is mounted and loaded is valid.</article>
              )}
            </section>
          </div>
        )}
      </div>
    </>
  );
}
