import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { get, type Answer } from './api.ts';
import { day } from './dates.ts';
import { rememberRecord } from './RecordPick.tsx';

/** Proposes the process of the last trial on a machine, where nobody has chosen one; says which and why while it stands. */
export function useUsualProcess(
  on: { readonly machineId: string; readonly materialId: string; readonly processId: string },
  propose: (processId: string) => void,
): string | null {
  const { machineId, materialId, processId } = on;
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ['usual-process', machineId, materialId],
    queryFn: () => get('/api/trials/usualProcess', { machine: machineId, material: materialId }),
    enabled: machineId !== '' && materialId !== '',
  });
  /** Each is proposed once: whoever empties the field wants another. */
  const proposed = useRef<Answer<'/api/trials/usualProcess'>>(null);
  useEffect(() => {
    if (!data || proposed.current === data) return;
    proposed.current = data;
    if (processId !== '') return;
    rememberRecord(client, 'profiles', data); // its name stands in the field at once, and not after somebody has begun to type
    propose(data.id);
  }, [data]);
  return data && data.id === processId
    ? `${data.name} is proposed: of the last trial here, with ${data.materialName}, ${day(data.at)}.`
    : null;
}
