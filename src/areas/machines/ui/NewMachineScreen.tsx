import { Stepper } from '@mantine/core';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { navigate } from '../../../ui/router.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { usePerson } from '../../../ui/person.tsx';
import { IN_USE } from '../../library/model/list.ts';
import type { ProfileRow } from '../../library/model/records.ts';
import { FirstFitting } from './FirstFitting.tsx';
import { MachineForm } from './MachineForm.tsx';

/** A unit that has come onto the floor: what it is and how it is spoken to, then what is on it. */
export function NewMachineScreen() {
  const isLead = usePerson().role === 'lead';
  const [printer, setPrinter] = useState<ProfileRow | null>(null);
  const [added, setAdded] = useState<string | null>(null);
  return (
    <>
      <MachineRooms here={null} />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">One unit on the floor, of a printer profile</div>
          <h1>Add a machine</h1>
        </div>
      </div>
      {!isLead && <p className="empty">A lead adds machines.</p>}
      {isLead && (
        <Stepper active={added === null ? 0 : 1} size="sm" m={16} maw={640} allowNextStepsSelect={false}>
          <Stepper.Step label="What it is" description="profile, name, connection" />
          <Stepper.Step label="What is on it" description="heads, spools, surface" />
        </Stepper>
      )}
      {isLead && added === null && (
        <MachineForm
          technology={printer?.technology === 'resin' ? 'resin' : printer ? 'filament' : null}
          start={{ name: '', place: '', notes: '', device: null }}
          does="Add the machine"
          onDone={async (details) => {
            if (!printer) throw new Error('Choose its printer profile first');
            const { id } = await post('/api/machines', { ...details, printerId: printer.id });
            setAdded(id);
          }}
        >
          <RecordPick<ProfileRow>
            label="Printer profile"
            from="/api/profiles"
            of={{ kind: 'printer', state: IN_USE }}
            value={printer?.id ?? ''}
            onChange={(_, record) => setPrinter(record)}
          />
        </MachineForm>
      )}
      {isLead && added !== null && <FirstFitting id={added} onDone={() => navigate(`/machines/${added}`)} />}
    </>
  );
}
