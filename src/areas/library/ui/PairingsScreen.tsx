import { Box, Button, Group, ScrollArea, SegmentedControl, Table, UnstyledButton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { get } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import type { PairingCell, PairingMatrix } from '../model/pages.ts';
import { showValue } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import { LibraryRooms } from './LibraryRooms.tsx';
import { Side } from '../../../ui/Side.tsx';

const technologies = ['filament', 'resin'] as const;
const inAddress = {
  of: parseAsStringLiteral(technologies).withDefault('filament'),
  machine: parseAsString,
  material: parseAsString,
};
/** Worst first: what a cell as a whole is. */
const stateOf = (cells: readonly PairingCell[]): Mark => {
  const all = cells.flatMap((c) => c.proofs);
  return all.length === 0 ? 'unproven' : all.some((p) => p.state === 'due') ? 'due' : 'proven';
};

/** Material against machine with the state of evidence; a cell opens to tuned values, ranges, conditions and what they beat. */
export function PairingsScreen() {
  const { data, error } = useQuery({
    queryKey: ['pairings'],
    queryFn: () => get('/api/pairings'),
  });
  const mayChange = useMayChange();
  const [{ of: technology, machine: machineId, material: materialId }, setAddress] = useQueryStates(inAddress);
  const setOpen = (cell: { readonly machineId: string; readonly materialId: string }): void =>
    void setAddress({ machine: cell.machineId, material: cell.materialId });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Opening the pairings…</p>;
  const at = (machineId: string, materialId: string) =>
    data.cells.filter((c) => c.machineId === machineId && c.materialId === materialId);
  const machines = data.machines.filter((m) => m.technology === technology);
  const materials = data.materials.filter((m) => m.technology === technology);
  const asked = machines.some((m) => m.id === machineId) && materials.some((m) => m.id === materialId);
  const shown = asked
    ? { machineId: machineId!, materialId: materialId! }
    : (data.cells.find((c) => machines.some((m) => m.id === c.machineId)) ?? null);
  const cells = shown ? at(shown.machineId, shown.materialId) : [];
  const machine = data.machines.find((m) => m.id === shown?.machineId);
  const material = data.materials.find((m) => m.id === shown?.materialId);
  return (
    <>
      <LibraryRooms here="/library/pairings" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Pairings of material and machine</h1>
        </div>
        <SegmentedControl
          size="xs"
          aria-label="Technology"
          value={technology}
          onChange={(v) => void setAddress({ of: v, machine: null, material: null })}
          data={[...technologies]}
        />
        <span className="chip">
          <StateMark mark="proven" /> all proven
        </span>
        <span className="chip">
          <StateMark mark="due" /> something due
        </span>
        <span className="chip">
          <StateMark mark="unproven" /> loaded, nothing proven
        </span>
      </div>
      {data.machines.length === 0 ? (
        <p className="empty">No machine stands on the floor yet. Pairings appear with the first accepted trial.</p>
      ) : (
        <div className="page matrix">
          <ScrollArea type="auto">
            <Table className="list grid">
              <Table.Thead>
                <Table.Tr>
                  <Table.Th>Material</Table.Th>
                  {machines.map((m) => (
                    <Table.Th key={m.id}>
                      <a href={`/machines/${m.id}`}>{m.name}</a>
                      <div className="dim">{m.printer}</div>
                    </Table.Th>
                  ))}
                </Table.Tr>
              </Table.Thead>
              <Table.Tbody>
                {materials.map((mat) => (
                  <Table.Tr key={mat.id}>
                    <Table.Td>
                      <a href={`/library/${mat.id}`}>{mat.name}</a>
                    </Table.Td>
                    {machines.map((m) => {
                      const found = at(m.id, mat.id);
                      const isLoaded = m.loadedMaterialId === mat.id;
                      const count = found.reduce((n, c) => n + c.proofs.length, 0);
                      return (
                        <Table.Td key={m.id}>
                          <UnstyledButton
                            className="cell"
                            aria-pressed={shown?.machineId === m.id && shown.materialId === mat.id}
                            aria-label={`${mat.name} on ${m.name}: ${found.length > 0 ? `${count} values ${stateOf(found)}` : isLoaded ? 'loaded, nothing proven' : 'nothing proven'}`}
                            onClick={() => setOpen({ machineId: m.id, materialId: mat.id })}
                          >
                            {found.length > 0 || isLoaded ? (
                              <>
                                <StateMark mark={stateOf(found)} />{' '}
                                <span className="f">{found.length > 0 ? count : 'none'}</span>
                                {isLoaded && <span className="hint"> loaded</span>}
                              </>
                            ) : (
                              <span className="dim">–</span>
                            )}
                          </UnstyledButton>
                        </Table.Td>
                      );
                    })}
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </Table>
          </ScrollArea>
          <Side label="Pairing">
            {machine && material ? (
              <>
                <h3>
                  {material.name} on {machine.name}
                </h3>
                {cells.length === 0 && (
                  <Unproven
                    machine={machine}
                    material={material}
                    matrix={data}
                    mayChange={mayChange}
                    onOpen={setOpen}
                  />
                )}
                {cells.map((c) => (
                  <div key={c.toolId}>
                    <p className="hint">
                      with {c.toolName}
                      {machine.mountedToolId === c.toolId ? ', mounted' : ', not mounted now'} · pairing revision{' '}
                      {c.revision}
                    </p>
                    {c.proofs.map((p) => {
                      const s = findSetting(p.key);
                      if (!s) return null;
                      return (
                        <div key={p.key} className="entry">
                          <Group gap={6} wrap="nowrap">
                            <StateMark mark={p.state} />
                            <b>{s.label}</b>
                            <Box component="span" className="f" ml="auto">
                              {showValue(s, p.value)}
                            </Box>
                          </Group>
                          <dl className="kv">
                            <dt>allowed</dt>
                            <dd>
                              {showValue(s, p.range.min)} to {showValue(s, p.range.max)}
                            </dd>
                            <dt>{p.state}</dt>
                            <dd>{p.because ?? `${p.ageDays} d ago`}</dd>
                            <dt>by</dt>
                            <dd>
                              {p.trialId ? <a href={`/trials/${p.trialId}`}>{p.trialName}</a> : p.trialName},{' '}
                              {day(p.provenOn)}
                            </dd>
                            {p.conditions.lot && (
                              <>
                                <dt>lot</dt>
                                <dd>{p.conditions.lot}</dd>
                              </>
                            )}
                            {p.conditions.nozzleC !== undefined && (
                              <>
                                <dt>at</dt>
                                <dd>{p.conditions.nozzleC} °C</dd>
                              </>
                            )}
                            {p.conditions.layerHeightMm !== undefined && (
                              <>
                                <dt>layer</dt>
                                <dd>{p.conditions.layerHeightMm} mm</dd>
                              </>
                            )}
                            <dt>instead of</dt>
                            <dd>{showValue(s, c.overrides[p.key])}</dd>
                          </dl>
                        </div>
                      );
                    })}
                  </div>
                ))}
              </>
            ) : (
              <p className="hint">Open a cell.</p>
            )}
          </Side>
        </div>
      )}
    </>
  );
}

/** What to do where nothing is proven: a trial on what is loaded, or the machines that have proven it. */
function Unproven({
  machine,
  material,
  matrix,
  mayChange,
  onOpen,
}: {
  readonly machine: PairingMatrix['machines'][number];
  readonly material: PairingMatrix['materials'][number];
  readonly matrix: PairingMatrix;
  readonly mayChange: boolean;
  readonly onOpen: (cell: { readonly machineId: string; readonly materialId: string }) => void;
}) {
  const isLoaded = machine.loadedMaterialId === material.id;
  const elsewhere = matrix.machines.filter((m) =>
    matrix.cells.some((c) => c.machineId === m.id && c.materialId === material.id),
  );
  return (
    <>
      <p className="hint">
        Nothing is proven here yet. {!isLoaded && `A trial is run on what is loaded, and ${material.name} is not. `}
        {mayChange &&
          (isLoaded ? (
            <a href={`/trials/new?machine=${machine.id}`}>Start a trial</a>
          ) : (
            <a href={`/machines/${machine.id}`}>Load it on {machine.name}</a>
          ))}
      </p>
      {elsewhere.length > 0 && (
        <>
          <h3>Proven on</h3>
          {elsewhere.map((m) => (
            <Button
              key={m.id}
              variant="subtle"
              size="compact-xs"
              onClick={() => onOpen({ machineId: m.id, materialId: material.id })}
            >
              {m.name}
            </Button>
          ))}
        </>
      )}
    </>
  );
}
