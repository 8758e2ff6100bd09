import { Box, Group, NativeSelect, Table } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { fail, type Result } from '../../../core/result/result.ts';
import { referenceParts, type ReferencePart } from '../../../core/mesh/referenceParts.ts';
import { formatDuration } from '../../../core/units/format.ts';
import { get } from '../../../ui/api.ts';
import { fetchFile, fetchOthers } from '../../../ui/jobFiles.ts';
import type { ImpactRequest } from '../../../workers/impact.ts';
import { otherFilesOf } from '../../checks/model/mesh.ts';
import type { JobRow } from '../../checks/model/pages.ts';
import type { Impact } from '../../recipes/model/impact.ts';
import { showValue } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import { WideTable } from '../../../ui/WideTable.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { MESH } from '../../checks/model/list.ts';

const signed = (v: number, digits: number, unit: string): string =>
  Math.abs(v) < 0.5 * 10 ** -digits ? `0 ${unit}` : `${v > 0 ? '+' : '−'}${Math.abs(v).toFixed(digits)} ${unit}`;
const signedTime = (s: number): string =>
  Math.abs(s) < 0.5 ? '0 s' : `${s > 0 ? '+' : '−'}${formatDuration(Math.abs(s))}`;

/** What lies on a job's plate, as it came. */
async function partOfJob(id: string): Promise<ImpactRequest['part']> {
  const { mesh } = await get('/api/jobs/[id]', { id });
  if (!mesh) throw new Error('This job brought a program along, not a mesh');
  const [file, others] = await Promise.all([fetchFile(id, true), fetchOthers(id, otherFilesOf(mesh))]);
  return { file, others, choice: mesh };
}

/** The same part under two recipes, and which changed value causes how much. */
export function ImpactPanel({ ids }: { readonly ids: readonly [string, string] }) {
  const [part, setPart] = useState<string>('block');
  const [impact, setImpact] = useState<Result<Impact> | null>(null);
  const a = useQuery({ queryKey: ['recipe', ids[0]], queryFn: () => get('/api/recipes/[id]', { id: ids[0] }) });
  const b = useQuery({ queryKey: ['recipe', ids[1]], queryFn: () => get('/api/recipes/[id]', { id: ids[1] }) });
  useEffect(() => {
    setImpact(null);
    if (!a.data || !b.data) return;
    let worker: Worker | null = null;
    let isOver = false;
    const start = async (): Promise<void> => {
      const chosen = part in referenceParts ? (part as ReferencePart) : await partOfJob(part);
      if (isOver) return;
      worker = new Worker(new URL('../../../workers/impact.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<Result<Impact>>) => setImpact(data);
      worker.postMessage({ a: a.data, b: b.data, part: chosen } satisfies ImpactRequest);
    };
    void start().catch((e: unknown) =>
      setImpact(fail({ code: 'file', what: e instanceof Error ? e.message : 'The file cannot be fetched' })),
    );
    return () => {
      isOver = true;
      worker?.terminate();
    };
  }, [a.data, b.data, part]);
  const found = impact?.ok ? impact.value : null;
  const isResin = a.data?.sheet.technology === 'resin';
  return (
    <section className="stage" aria-label="Impact">
      <Group gap={14} mb={8} wrap="nowrap">
        <Box component="h2" fz={14}>
          What the change does to a part
        </Box>
        <NativeSelect
          size="xs"
          aria-label="Part"
          value={part in referenceParts ? part : ''}
          onChange={(e) => setPart(e.currentTarget.value)}
          data={[
            ...(part in referenceParts ? [] : [{ value: '', label: 'the plate of a job' }]),
            ...Object.entries(referenceParts).map(([value, p]) => ({ value, label: p.label })),
          ]}
        />
        <RecordPick<JobRow>
          size="xs"
          aria-label="Plate of a job"
          from="/api/jobs"
          of={{ brings: MESH }}
          labelOf={(j) => `${j.name} ${j.title}`}
          value={part in referenceParts ? '' : part}
          onChange={setPart}
        />
        <span className="hint">
          {isResin ? 'from the layer sequence' : 'its program as it would print, through the planner'}
        </span>
      </Group>
      {!impact && <p className="hint">Laying the part once for each changed value…</p>}
      {impact && !impact.ok && (
        <Box component="p" role="alert" c="var(--oxide)">
          {[impact.failure.what, impact.failure.todo].filter(Boolean).join('; ')}
        </Box>
      )}
      {found && (
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>
                {a.data!.name} → {b.data!.name}
              </Table.Th>
              <Table.Th className="n">From</Table.Th>
              <Table.Th className="n">To</Table.Th>
              <Table.Th className="n">Time</Table.Th>
              <Table.Th className="n">Material</Table.Th>
              <Table.Th className="n">Cost</Table.Th>
              <Table.Th className="n">Maximum flow</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            <Table.Tr>
              <Table.Td>
                <b>Whole change</b>
              </Table.Td>
              <Table.Td className="n" />
              <Table.Td className="n" />
              <Table.Td className="n">
                {formatDuration(found.a.timeS)} → {formatDuration(found.b.timeS)}
              </Table.Td>
              <Table.Td className="n">
                {found.a.massG.toFixed(1)} → {found.b.massG.toFixed(1)} g
              </Table.Td>
              <Table.Td className="n">
                € {found.a.cost.toFixed(2)} → {found.b.cost.toFixed(2)}
              </Table.Td>
              <Table.Td className="n">
                {found.a.highestFlowMm3PerS.toFixed(1)} → {found.b.highestFlowMm3PerS.toFixed(1)} mm³/s
              </Table.Td>
            </Table.Tr>
            {found.shares.map((s) => {
              const setting = findSetting(s.key)!;
              return (
                <Table.Tr key={s.key} data-share={s.key}>
                  <Table.Td>{setting.label} alone</Table.Td>
                  <Table.Td className="n">{showValue(setting, s.from)}</Table.Td>
                  <Table.Td className="n">{showValue(setting, s.to)}</Table.Td>
                  <Table.Td className="n">{signedTime(s.timeS)}</Table.Td>
                  <Table.Td className="n">{signed(s.massG, 2, 'g')}</Table.Td>
                  <Table.Td className="n">{signed(s.cost, 3, '€')}</Table.Td>
                  <Table.Td className="n">{signed(s.flowMm3PerS, 2, 'mm³/s')}</Table.Td>
                </Table.Tr>
              );
            })}
            <Table.Tr>
              <Table.Td className="dim">Left over: values act on one another, so the shares need not add up</Table.Td>
              <Table.Td />
              <Table.Td />
              <Table.Td className="n">{signedTime(found.restS)}</Table.Td>
              <Table.Td />
              <Table.Td />
              <Table.Td />
            </Table.Tr>
          </Table.Tbody>
        </WideTable>
      )}
    </section>
  );
}
