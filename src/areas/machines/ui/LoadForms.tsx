import type { Act } from '../../../ui/api.ts';
import type { MACHINE } from '../../../ui/useMachineAct.ts';
import { Button, NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import { ActForm } from '../../../ui/ActForm.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { FARM, IN_USE } from '../../library/model/list.ts';
import { containerWord, gramsTyped } from '../model/containers.ts';
import type { MachineCard } from '../model/pages.ts';

/** Loads a spool or bottle by its code, receives one that has none and loads it, or takes out what is loaded. */
export function LoadForms({
  technology,
  head,
  loaded,
  onAct,
}: {
  readonly technology: 'filament' | 'resin';
  readonly head: number;
  /** What is loaded for that head now. */
  readonly loaded: MachineCard['loaded'];
  /** Whether it was done. */
  readonly onAct: Act<typeof MACHINE>;
}) {
  const isResin = technology === 'resin';
  const one = containerWord(isResin);
  const [code, setCode] = useState('');
  const [material, setMaterial] = useState('');
  const [lot, setLot] = useState('');
  const [content, setContent] = useState<number | string>(1000);
  return (
    <>
      <ActForm
        mt={12}
        onAct={() => {
          void onAct('load', { code: code.trim(), head }, `${code.trim()} loaded`).then(
            (isDone) => isDone && setCode(''),
          );
        }}
      >
        <TextInput
          label={`Load a ${one} by its code`}
          placeholder={isResin ? 'B-0042' : 'S-0042'}
          autoComplete="off"
          maxLength={40}
          value={code}
          onChange={(e) => setCode(e.currentTarget.value)}
        />
        <Button variant="default" type="submit" disabled={code.trim() === ''}>
          Load
        </Button>
        <Button variant="default" disabled={!loaded} onClick={() => void onAct('unload', { head }, 'Unloaded')}>
          Unload
        </Button>
        <span className="hint">
          {loaded ? `${loaded.code} is loaded; it goes back into stock with what is left.` : 'Nothing is loaded.'}
        </span>
      </ActForm>
      <ActForm
        mt={12}
        onAct={() => {
          void onAct(
            'load-new',
            { materialId: material, lot: lot.trim(), remainingG: gramsTyped(content, isResin), head },
            'Received and loaded',
          );
        }}
      >
        <RecordPick
          label={`Load a ${one} without a code`}
          from="/api/profiles"
          of={{ kind: 'material', technology, state: IN_USE, origin: FARM }}
          value={material}
          onChange={setMaterial}
        />
        <TextInput label="Lot" maxLength={40} value={lot} onChange={(e) => setLot(e.currentTarget.value)} />
        <NumberInput
          label={isResin ? 'Millilitres in bottle and vat' : 'Grams on the spool'}
          value={content}
          onChange={setContent}
          min={0}
        />
        <Button variant="default" type="submit" disabled={!material || !lot.trim() || content === ''}>
          Receive and load
        </Button>
      </ActForm>
    </>
  );
}
