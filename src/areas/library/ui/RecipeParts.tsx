import { Box, Button, NativeSelect } from '@mantine/core';
import type { MachineCard } from '../../machines/model/pages.ts';
import { roleNames, type RecipeChoice, type RoleChoice, type RoleName } from '../../recipes/model/recipe.ts';

interface Option {
  readonly value: string;
  readonly label: string;
}

/** What a recipe is put together from: where, how, and with what in each role. */
export function RecipeParts({
  choice,
  onChoose,
  onPlace,
  machines,
  options,
  isResin,
  mayChange,
}: {
  readonly choice: RecipeChoice;
  readonly onChoose: (choice: RecipeChoice) => void;
  /** A machine or a printer profile, as "machine:id" or "printer:id". */
  readonly onPlace: (value: string) => void;
  readonly machines: readonly MachineCard[];
  readonly options: (kind: string) => Option[];
  readonly isResin: boolean;
  readonly mayChange: boolean;
}) {
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
            items: options('printer')
              .slice(1)
              .map((o) => ({ value: `printer:${o.value}`, label: o.label })),
          },
        ]}
      />
      <h3>Process</h3>
      <NativeSelect
        size="xs"
        aria-label="Process"
        value={choice.processId}
        onChange={(e) => onChoose({ ...choice, processId: e.currentTarget.value })}
        data={options('process')}
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
            <NativeSelect
              size="xs"
              mb={6}
              aria-label={`Tool, ${r.role}`}
              value={r.toolId ?? ''}
              onChange={(e) => setRole(i, { toolId: e.currentTarget.value || null })}
              data={options('tool')}
            />
          )}
          <NativeSelect
            size="xs"
            aria-label={`Material, ${r.role}`}
            value={r.materialId}
            onChange={(e) => setRole(i, { materialId: e.currentTarget.value })}
            data={options('material')}
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
