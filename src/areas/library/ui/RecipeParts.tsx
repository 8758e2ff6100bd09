import { Box, Button, NativeSelect } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { getList } from '../../../ui/api.ts';
import { listQuery } from '../../../ui/listQuery.ts';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { IN_USE } from '../model/list.ts';
import type { ProfileRow } from '../model/records.ts';
import type { MachineCard } from '../../machines/model/pages.ts';
import { roleNames, type RecipeChoice, type RoleChoice, type RoleName } from '../../recipes/model/recipe.ts';

const profileOf = (kind: string) => ({ from: '/api/profiles', of: { kind, state: IN_USE } }) as const;

/** What a recipe is put together from: where, how, and with what in each role. */
export function RecipeParts({
  choice,
  onChoose,
  onPlace,
  machines,
  isResin,
  mayChange,
}: {
  readonly choice: RecipeChoice;
  readonly onChoose: (choice: RecipeChoice) => void;
  /** A machine or a printer profile, as "machine:id" or "printer:id". */
  readonly onPlace: (value: string) => void;
  readonly machines: readonly MachineCard[];
  readonly isResin: boolean;
  readonly mayChange: boolean;
}) {
  const printers = useQuery({
    queryKey: ['profiles', 'printers'],
    queryFn: () =>
      getList<ProfileRow>('/api/profiles', listQuery({ kind: 'printer', state: IN_USE, limit: 1000, facets: 'none' })),
  });
  const setRole = (index: number, change: Partial<RoleChoice>): void =>
    onChoose({ ...choice, roles: choice.roles.map((r, i) => (i === index ? { ...r, ...change } : r)) });
  const free = roleNames.filter((r) => !choice.roles.some((x) => x.role === r));
  return (
    <>
      <h3>Machine</h3>
      <NativeSelect
        size="xs"
        aria-label="Machine or printer profile"
        value={choice.machineId ? `machine:${choice.machineId}` : choice.printerId ? `printer:${choice.printerId}` : ''}
        onChange={(e) => onPlace(e.currentTarget.value)}
        data={[
          { value: '', label: 'choose…' },
          {
            group: 'Machines',
            items: machines.map((m) => ({ value: `machine:${m.id}`, label: m.name })),
          },
          {
            group: 'Printer profiles',
            items: (printers.data?.rows ?? []).map((p) => ({ value: `printer:${p.id}`, label: p.name })),
          },
        ]}
      />
      <h3>Process</h3>
      <RecordPick
        size="xs"
        aria-label="Process"
        {...profileOf('process')}
        value={choice.processId}
        onChange={(processId) => onChoose({ ...choice, processId })}
      />
      {choice.roles.map((r, i) => (
        <div key={r.role}>
          <Box component="h3" display="flex" mt={14}>
            {r.role === 'part body' ? (isResin ? 'Resin' : 'Tool and material') : r.role}
            {i > 0 && (
              <Button
                variant="subtle"
                size="compact-xs"
                ml="auto"
                onClick={() => onChoose({ ...choice, roles: choice.roles.filter((_, k) => k !== i) })}
              >
                remove
              </Button>
            )}
          </Box>
          {!isResin && (
            <RecordPick
              size="xs"
              mb={6}
              aria-label={`Tool, ${r.role}`}
              {...profileOf('tool')}
              value={r.toolId ?? ''}
              onChange={(toolId) => setRole(i, { toolId: toolId || null })}
            />
          )}
          <RecordPick
            size="xs"
            aria-label={`Material, ${r.role}`}
            {...profileOf('material')}
            value={r.materialId}
            onChange={(materialId) => setRole(i, { materialId })}
          />
        </div>
      ))}
      {mayChange && free.length > 0 && !isResin && (
        <>
          <h3>Another role</h3>
          <NativeSelect
            size="xs"
            aria-label="Add a role"
            value=""
            onChange={(e) =>
              onChoose({
                ...choice,
                roles: [
                  ...choice.roles,
                  {
                    role: e.currentTarget.value as RoleName,
                    toolId: choice.roles[0]!.toolId,
                    materialId: choice.roles[0]!.materialId,
                  },
                ],
              })
            }
            data={[{ value: '', label: 'add…' }, ...free.map((f) => ({ value: f, label: f }))]}
          />
        </>
      )}
    </>
  );
}
