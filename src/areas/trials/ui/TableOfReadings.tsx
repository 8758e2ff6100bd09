import { Button } from '@mantine/core';
import { FilePick } from '../../../ui/FilePick.tsx';
import { useQueryClient } from '@tanstack/react-query';
import { post } from '../../../ui/api.ts';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';

/** The readings as a table to take away and bring back: all rows are kept or none. */
export function TableOfReadings({ trialId, mayChange }: { readonly trialId: string; readonly mayChange: boolean }) {
  const client = useQueryClient();
  const take = async (file: File): Promise<void> => {
    try {
      const { kept } = await post('/api/trials/[id]/readingTable', { id: trialId }, { text: await file.text() });
      notifySuccess(`${kept} readings imported`);
      await client.invalidateQueries({ queryKey: ['trial', trialId] });
    } catch (e) {
      notifyError(e);
    }
  };
  return (
    <>
      <Button component="a" variant="default" href={`/api/trials/${trialId}/readingTable`} download>
        Blank table (CSV)
      </Button>
      {mayChange && (
        <FilePick says="Import readings (CSV)" field="Table of readings" accept=".csv,text/csv" onPick={take} />
      )}
    </>
  );
}
