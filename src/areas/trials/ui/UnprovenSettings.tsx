import { Button, CloseButton, Group, NativeSelect, Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { catalogue, findSetting } from '../../library/settings/catalogue.ts';
import { jobClasses, REASON_LENGTH, type JobClass, type Policy } from '../../machines/model/policy.ts';
import { kindOf } from '../kinds/index.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

type Allowed = Policy['mayStayUnproven'];
const provable = catalogue.filter((s) => s.technology === 'filament' && s.provenBy !== undefined);

interface Row {
  readonly key: string;
  readonly reason: string;
  readonly classes: readonly JobClass[];
}
/** A row for each setting and reason, with the classes it holds for. */
function rowsOf(allowed: Allowed): readonly Row[] {
  const all = jobClasses.flatMap((c) => Object.entries(allowed[c] ?? {}).map(([key, reason]) => ({ c, key, reason })));
  return all
    .filter((a, i) => all.findIndex((b) => b.key === a.key && b.reason === a.reason) === i)
    .map(({ key, reason }) => ({
      key,
      reason,
      classes: all.filter((b) => b.key === key && b.reason === reason).map((b) => b.c),
    }));
}

/** What may stay unproven in a class that is proven only, each with the lead's reason. */
export function UnprovenSettings({
  classes,
  allowed,
  onChange,
}: {
  /** Classes that are proven only. */
  readonly classes: readonly JobClass[];
  readonly allowed: Allowed;
  /** Left out for whoever may only read. */
  readonly onChange?: ((allowed: Allowed) => void) | undefined;
}) {
  const [to, setTo] = useState<JobClass | null>(null);
  const [setting, setSetting] = useState('');
  const [why, setWhy] = useState('');
  const jobClass = to !== null && classes.includes(to) ? to : classes[0];
  const rows = rowsOf(allowed);
  const left = provable.filter((s) => jobClass !== undefined && !(s.key in (allowed[jobClass] ?? {})));
  const chosen = left.some((s) => s.key === setting) ? setting : (left[0]?.key ?? '');
  const remove = ({ key, classes: of }: Row): void =>
    onChange?.(
      Object.fromEntries(
        jobClasses.map((c) => {
          const { [key]: _, ...rest } = allowed[c] ?? {};
          return [c, of.includes(c) ? rest : (allowed[c] ?? {})];
        }),
      ),
    );
  const add = (): void => {
    if (jobClass === undefined) return;
    onChange?.({ ...allowed, [jobClass]: { ...allowed[jobClass], [chosen]: why.trim() } });
    setWhy('');
  };
  return (
    <section className="stage" aria-label="Settings that may stay unproven">
      <h2>
        Settings that may stay unproven there{' '}
        <span className="hint">each with its reason; a note says so on every check</span>
      </h2>
      {rows.length === 0 && <p className="hint">None: every setting such a job uses needs its trial.</p>}
      {rows.length > 0 && (
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Setting</Table.Th>
              <Table.Th>Its trial</Table.Th>
              <Table.Th>Classes</Table.Th>
              <Table.Th>Reason</Table.Th>
              <Table.Th />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {rows.map((r) => {
              const setting = findSetting(r.key);
              const label = setting?.label ?? r.key;
              return (
                <Table.Tr key={`${r.key} ${r.reason}`}>
                  <Table.Td>{label}</Table.Td>
                  <Table.Td>{setting?.provenBy && kindOf(setting.provenBy).label.toLowerCase()}</Table.Td>
                  <Table.Td>{r.classes.join(', ')}</Table.Td>
                  <Table.Td>{r.reason}</Table.Td>
                  <Table.Td>
                    {onChange && <CloseButton size="sm" aria-label={`Remove ${label}`} onClick={() => remove(r)} />}
                  </Table.Td>
                </Table.Tr>
              );
            })}
          </Table.Tbody>
        </WideTable>
      )}
      {onChange && classes.length > 0 && (
        <Group gap="xs" align="end" mt="xs">
          <NativeSelect
            size="xs"
            label="Class"
            data={[...classes]}
            value={jobClass ?? ''}
            onChange={(e) => setTo(jobClasses.find((c) => c === e.currentTarget.value) ?? null)}
          />
          <NativeSelect
            size="xs"
            label="Setting"
            data={left.map((s) => ({ value: s.key, label: s.label }))}
            value={chosen}
            onChange={(e) => setSetting(e.currentTarget.value)}
          />
          <TextInput
            size="xs"
            w={260}
            label="Reason"
            maxLength={REASON_LENGTH[1]}
            value={why}
            onChange={(e) => setWhy(e.currentTarget.value)}
          />
          <Button
            size="xs"
            variant="default"
            disabled={why.trim().length < REASON_LENGTH[0] || chosen === ''}
            onClick={add}
          >
            Add
          </Button>
        </Group>
      )}
    </section>
  );
}
