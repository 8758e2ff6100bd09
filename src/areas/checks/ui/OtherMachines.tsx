import { Button, Table } from '@mantine/core';
import { useEffect, useState } from 'react';
import { formatDuration } from '../../../core/units/format.ts';
import { get, post } from '../../../ui/api.ts';
import { navigate } from '../../../ui/router.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { notifyError } from '../../../ui/notify.tsx';
import type { MachinesAnswer, MachinesRequest } from '../../../workers/compareMachines.ts';
import { inTheMiddle, rankMachines, type RankedMachine } from '../model/elsewhere.ts';
import { fetchOthers } from '../../../ui/jobFiles.ts';
import { otherFilesOf } from '../model/mesh.ts';
import type { JobPage } from '../model/pages.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

const markOf = { clear: 'proven', 'clear with cautions': 'due', blocked: 'outside' } as const;

/** On which other machines the same job would be clear: each checked in a worker against what is proven there, the best first. */
export function OtherMachines({
  job: j,
  file,
  mayMake,
}: {
  readonly job: JobPage;
  readonly file: () => Promise<Blob>;
  readonly mayMake: boolean;
}) {
  const [isOpen, setOpen] = useState(false);
  const [rows, setRows] = useState<readonly RankedMachine[]>([]);
  const [refused, setRefused] = useState<readonly string[]>([]);
  const [of, setOf] = useState<number | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const { id, mesh } = j;
  const materialId = j.recipe.materialId;
  useEffect(() => {
    if (!isOpen) return;
    let worker: Worker | null = null;
    let isOver = false;
    setRows([]);
    setRefused([]);
    setOf(null);
    setSays(null);
    const start = async (): Promise<void> => {
      const others = await get('/api/jobs/[id]/others', { id });
      const blob = await file();
      const besides = mesh ? await fetchOthers(id, otherFilesOf(mesh)) : [];
      if (isOver) return;
      setOf(others.length);
      worker = new Worker(new URL('../../../workers/compareMachines.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<MachinesAnswer>) => {
        if ('isDone' in data) return;
        const { index, check, why } = data;
        const at = others[index]!;
        if (!check) return setRefused((r) => [...r, `${at.name}: ${why ?? ''}`]);
        setRows((r) => rankMachines([...r, { ...at, check }]));
      };
      const wish: MachinesRequest = { file: blob, others: besides, mesh, sheets: others.map((o) => o.sheet) };
      worker.postMessage(wish);
    };
    void start().catch((e: unknown) => setSays(e instanceof Error ? e.message : 'The file could not be fetched'));
    return () => {
      isOver = true;
      worker?.terminate();
    };
  }, [isOpen, id, mesh, file]);
  const make = async (m: RankedMachine): Promise<void> => {
    try {
      const made = await post('/api/jobs', {
        title: j.title,
        class: j.class,
        quantity: j.quantity,
        due: j.due,
        fromRecipeId: null,
        purpose: j.purpose,
        overrides: j.recipe.overrides,
        machineId: m.id,
        toolId: m.sheet.recipe.tool.id,
        materialId,
        processId: j.recipe.processId,
        fileSha: j.fileSha,
        fileName: j.fileName,
        mesh: mesh && inTheMiddle(mesh, m.sheet),
      });
      navigate(`/checks/${made.id}`);
    } catch (e) {
      notifyError(e);
    }
  };
  const checked = rows.length + refused.length;
  return (
    <section className="stage" aria-label="Other machines">
      <h2>
        Check on other machines{' '}
        <Button variant="subtle" size="compact-xs" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Hide' : 'Check'}
        </Button>{' '}
        {isOpen && of !== null && (
          <span className="hint" role="status">
            {checked < of
              ? `checked: ${checked} of ${of}`
              : `${rows.filter((r) => r.check.verdict !== 'blocked').length} of ${of} could print it, the best first`}
          </span>
        )}
      </h2>
      {isOpen && says && <p role="alert">{says}</p>}
      {isOpen && rows.length > 0 && (
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Machine</Table.Th>
              <Table.Th>Verdict</Table.Th>
              <Table.Th className="n">Unproven</Table.Th>
              <Table.Th>Loaded</Table.Th>
              <Table.Th className="n">Time</Table.Th>
              <Table.Th />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {rows.map((m) => (
              <Table.Tr key={m.id}>
                <Table.Td>
                  <a href={`/machines/${m.id}`}>{m.name}</a>
                  <div className="hint">
                    {m.place} · {m.state} · {m.sheet.recipe.tool.name}
                  </div>
                </Table.Td>
                <Table.Td>
                  <StateMark mark={markOf[m.check.verdict]} /> {m.check.sentence}
                </Table.Td>
                <Table.Td className="n f">
                  {m.check.unproven} of {m.check.warnings}
                </Table.Td>
                <Table.Td>{m.isLoaded ? 'yes' : <span className="hint">no: {m.loaded ?? 'nothing'}</span>}</Table.Td>
                <Table.Td className="n f">{formatDuration(m.check.timeS)}</Table.Td>
                <Table.Td>
                  {mayMake && (
                    <Button variant="default" className="nowrap" onClick={() => void make(m)}>
                      Create job here
                    </Button>
                  )}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </WideTable>
      )}
      {isOpen &&
        refused.map((r) => (
          <p key={r} className="hint">
            {r}
          </p>
        ))}
    </section>
  );
}
