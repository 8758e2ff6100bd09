import { Button, Modal, Table } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { formatDuration } from '../../../core/units/format.ts';
import { countOf } from '../../../core/units/plural.ts';
import { get } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import type { Against, ReferencePrint } from '../model/reference.ts';
import { AgainForm } from './AgainForm.tsx';
import { LookForm } from './LookForm.tsx';
import css from './ReferenceScreen.module.css';

/** A reference part: its prints side by side, place by place, and what was changed between them. */
export function ReferenceScreen({ id }: { readonly id: string }) {
  const mayChange = useMayChange();
  const [scoring, setScoring] = useState<string | null>(null);
  const [isAsking, setAsking] = useState(false);
  const { data: r, error } = useQuery({
    queryKey: ['reference', id],
    queryFn: () => get('/api/references/[id]', { id }),
  });
  if (error && !r)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!r) return <p className="empty">Opening the reference part…</p>;
  const scored = r.prints.find((p) => p.jobId === scoring);
  return (
    <>
      <JobRooms here={null} />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">
            Reference part · {r.technology} · {r.fileName} · {countOf(r.prints.length, 'print')}
          </div>
          <h1>{r.name}</h1>
        </div>
        {mayChange && (
          <div className="end">
            <Button onClick={() => setAsking(true)}>Print it again</Button>
          </div>
        )}
      </div>
      <div className="body">
        <Modal
          opened={isAsking}
          onClose={() => setAsking(false)}
          title="Print it again"
          size="lg"
          transitionProps={{ duration: 0 }}
        >
          <AgainForm reference={r} onClose={() => setAsking(false)} />
        </Modal>
        <Modal
          opened={scored !== undefined}
          onClose={() => setScoring(null)}
          title={`Score ${scored?.jobName ?? ''}`}
          size="lg"
          transitionProps={{ duration: 0 }}
        >
          {scored && <LookForm referenceId={id} places={r.places} print={scored} onClose={() => setScoring(null)} />}
        </Modal>
        <WideTable className={css.prints}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Place</Table.Th>
              {r.prints.map((p) => (
                <Table.Th key={p.jobId} className="n">
                  <a href={`/checks/${p.jobId}`}>{p.jobName}</a>
                </Table.Th>
              ))}
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {r.places.map(({ key, label, how }) => (
              <Table.Tr key={key} className={css.score}>
                <Table.Th scope="row">
                  {label} <small className="hint">{how}</small>
                </Table.Th>
                {r.prints.map((p, n) => (
                  <Table.Td key={p.jobId} className="n">
                    <Score now={p.means[key]} before={beforeOf(r.prints, n)?.means[key]} />
                  </Table.Td>
                ))}
              </Table.Tr>
            ))}
            <Row of="printed" prints={r.prints}>
              {(p) => `${day(p.at)}, ${p.isPrinted ? p.machineName : p.state}`}
            </Row>
            <Row of="material" prints={r.prints}>
              {(p) => p.materialName}
            </Row>
            <Row of="lasts, weighs" prints={r.prints}>
              {(p) => p.timeS !== null && `${formatDuration(p.timeS)}, ${p.massG!.toFixed(1)} g`}
            </Row>
            <Row of="changed before it" prints={r.prints}>
              {(p, n) =>
                p.changed.length > 0
                  ? p.changed.map((what) => <div key={what}>{what}</div>)
                  : n > 0 && <span className="hint">nothing on record</span>
              }
            </Row>
            <Row of="against the print before" prints={r.prints}>
              {(p) => <Compared of={p.againstLast} changes={p.changed.length} />}
            </Row>
            <Row of="against the first" prints={r.prints}>
              {(p) => <Compared of={p.againstFirst} changes={0} />}
            </Row>
            {r.prints.some((p) => p.pictures.length > 0) && (
              <Row of="pictures" prints={r.prints}>
                {(p) =>
                  p.pictures.map((picture) => (
                    <img
                      key={picture.id}
                      src={`/api/jobs/${p.jobId}/picture?outcome=${picture.id}`}
                      alt={`As ${p.jobName} came out`}
                    />
                  ))
                }
              </Row>
            )}
            {mayChange && (
              <Row of="looked at" prints={r.prints}>
                {(p) => (
                  <>
                    {p.looks.map((l) => (
                      <div key={l.id} className="hint">
                        {l.byName}, {day(l.at)}
                      </div>
                    ))}
                    {p.isPrinted && (
                      <Button size="compact-sm" variant="default" onClick={() => setScoring(p.jobId)}>
                        {p.looks.length > 0 ? 'Look again' : 'Score'}
                      </Button>
                    )}
                  </>
                )}
              </Row>
            )}
          </Table.Tbody>
        </WideTable>
      </div>
    </>
  );
}

/** The last print before it that somebody scored. */
const beforeOf = (prints: readonly ReferencePrint[], n: number): ReferencePrint | undefined =>
  prints.slice(0, n).findLast((p) => p.looks.length > 0);

function Row({
  of,
  prints,
  children,
}: {
  readonly of: string;
  readonly prints: readonly ReferencePrint[];
  readonly children: (print: ReferencePrint, n: number) => React.ReactNode;
}) {
  return (
    <Table.Tr>
      <Table.Th scope="row">{of}</Table.Th>
      {prints.map((p, n) => (
        <Table.Td key={p.jobId}>{children(p, n)}</Table.Td>
      ))}
    </Table.Tr>
  );
}

function Score({ now, before }: { readonly now: number | undefined; readonly before: number | undefined }) {
  if (now === undefined) return <span className="hint">–</span>;
  const by = before === undefined ? 0 : now - before;
  return (
    <>
      {now.toFixed(1)}{' '}
      {by !== 0 && (
        <span className="hint" title={`${before!.toFixed(1)} before`}>
          {by > 0 ? '▲' : '▼'}
        </span>
      )}
    </>
  );
}

function Compared({ of, changes }: { readonly of: Against | null; readonly changes: number }) {
  if (!of) return <span className="hint">–</span>;
  if ('refusal' in of) return <span className="hint">{of.refusal}</span>;
  return (
    <>
      <StateMark mark={of.verdict === 'better' ? 'proven' : of.verdict === 'worse' ? 'outside' : 'note'} /> {of.verdict}
      <div className="hint">
        than {of.name}: {of.better} up, {of.worse} down, {of.same} as before; p = {of.pValue.toFixed(3)}
      </div>
      {of.verdict !== 'no sure difference' && changes > 1 && (
        <div className="hint">of {changes} changes nobody can say which did it</div>
      )}
    </>
  );
}
