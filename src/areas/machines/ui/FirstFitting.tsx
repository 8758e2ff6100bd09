import { Box, Button, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { get, postAct, type ActBody, type ActName } from '../../../ui/api.ts';
import { MACHINE } from '../../../ui/useMachineAct.ts';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { FARM, IN_USE } from '../../library/model/list.ts';
import { containerWord } from '../model/containers.ts';
import { fittedBy, fittingFor } from '../model/maintenance.ts';

interface Act {
  /** What is done, as a person reads it. */
  readonly says: string;
  readonly body: object;
  readonly send: () => Promise<unknown>;
}

const isSame = (a: Act, b: Act): boolean => a.says === b.says && JSON.stringify(a.body) === JSON.stringify(b.body);

/** What is on a machine that has just been added: tool and spool of each head, and what wears. Everything may be left for later. */
export function FirstFitting({ id, onDone }: { readonly id: string; readonly onDone: () => void }) {
  const { data: m } = useQuery({
    queryKey: ['machine', id],
    queryFn: () => get('/api/machines/[id]', { id }),
  });
  const [tools, setTools] = useState<readonly string[]>([]);
  const [codes, setCodes] = useState<readonly string[]>([]);
  const [fitted, setFitted] = useState<Readonly<Record<string, string>>>({});
  const [done, setDone] = useState<readonly Act[]>([]);
  const [wrong, setWrong] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  if (!m) return <p className="empty">Opening the machine…</p>;
  const isResin = m.technology === 'resin';
  const heads = Array.from({ length: m.heads }, (_, head) => head);
  const ofHead = (head: number): string => (m.heads > 1 ? `, head ${head + 1}` : '');
  const kinds = fittingFor(m.technology).filter((kind) => kind !== 'film'); // that is the tool of a resin machine
  const act = <Name extends ActName<typeof MACHINE>>(
    says: string,
    name: Name,
    body: ActBody<typeof MACHINE, Name> & object,
  ): Act => ({ says, body, send: () => postAct(MACHINE, { id }, name, body) });
  const acts: Act[] = [
    ...heads.flatMap((head) =>
      tools[head] ? [act(`tool${ofHead(head)}`, 'mount', { toolId: tools[head], note: '', head })] : [],
    ),
    ...heads.flatMap((head) => {
      const code = codes[head]?.trim();
      return code ? [act(`spool${ofHead(head)}`, 'load', { code, head })] : [];
    }),
    ...kinds.flatMap((kind) => {
      const note = fitted[kind]?.trim();
      return note ? [act(fittedBy[kind], 'maintenance', { kind, note })] : [];
    }),
  ];
  const put = (list: readonly string[], at: number, value: string): string[] =>
    heads.map((head) => (head === at ? value : (list[head] ?? '')));
  const record = async (): Promise<void> => {
    setBusy(true);
    setWrong(null);
    try {
      // what is done is not done again where a later one is refused, but what was chosen otherwise since is
      for (const next of acts.filter((a) => !done.some((d) => isSame(a, d)))) {
        await next.send();
        setDone((before) => [...before, next]);
      }
      onDone();
    } catch (e) {
      setWrong((e as Error).message);
    }
    setBusy(false);
  };
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void record();
      }}
    >
      <section className="stage" aria-label={`What is on ${m.name}`}>
        <h2>
          What is on {m.name} <span className="hint">what is not known yet is recorded later, on its page</span>
        </h2>
        {heads.map((head) => (
          <Box className="fields" key={head} mb={12}>
            <RecordPick
              label={`${isResin ? 'Release film' : 'Tool'}${ofHead(head)}`}
              from="/api/profiles"
              of={{ kind: 'tool', technology: m.technology, state: IN_USE, origin: FARM }}
              value={tools[head] ?? ''}
              onChange={(tool) => setTools(put(tools, head, tool))}
            />
            <TextInput
              label={`Code of its ${containerWord(isResin)}${ofHead(head)}`}
              placeholder={isResin ? 'B-0042' : 'S-0042'}
              autoComplete="off"
              maxLength={40}
              value={codes[head] ?? ''}
              onChange={(e) => setCodes(put(codes, head, e.currentTarget.value))}
            />
          </Box>
        ))}
        <div className="fields">
          {kinds.map((kind) => (
            <TextInput
              key={kind}
              label={fittedBy[kind]}
              placeholder={kind === 'surface' ? 'textured sheet, new' : 'new'}
              maxLength={200}
              value={fitted[kind] ?? ''}
              onChange={(e) => setFitted({ ...fitted, [kind]: e.currentTarget.value })}
            />
          ))}
        </div>
        {wrong && (
          <Box component="p" mt={10} role="alert" c="var(--oxide)">
            {wrong}
            {done.length > 0 && ` Recorded before it: ${[...new Set(done.map((d) => d.says))].join(', ')}.`}
          </Box>
        )}
      </section>
      <section className="stage">
        <Button type="submit" disabled={isBusy}>
          {acts.length > 0 ? 'Record what is on it' : 'Go to its page'}
        </Button>
      </section>
    </form>
  );
}
