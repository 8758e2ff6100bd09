import { useQueryClient } from '@tanstack/react-query';
import { post } from '../../../ui/api.ts';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';

/** The readings as a table to take away and bring back: all rows are kept or none. */
export function TableOfReadings({ trialId, mayChange }: { readonly trialId: string; readonly mayChange: boolean }) {
  const client = useQueryClient();
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const { kept } = await post<{ kept: number }>(`/api/trials/${trialId}/readingTable`, { text: await file.text() });
      notifySuccess(`${kept} readings kept`);
      await client.invalidateQueries({ queryKey: ['trial', trialId] });
    } catch (e) {
      notifyError(e);
    }
  };
  return (
    <>
      <a className="btn" href={`/api/trials/${trialId}/readingTable`} download>
        Blank table
      </a>
      {mayChange && (
        <label className="btn filebtn">
          Take in a table
          <input
            type="file"
            accept=".csv,text/csv"
            onChange={(e) => {
              void take(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
      )}
    </>
  );
}
