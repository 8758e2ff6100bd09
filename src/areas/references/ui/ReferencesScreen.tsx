import { Button, Table, Textarea, TextInput } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { useQuery } from '@tanstack/react-query';
import { useQueryState } from 'nuqs';
import { useState } from 'react';
import { get, post } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { navigate } from '../../../ui/router.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { placesOf } from '../model/reference.ts';
import { referenceSchema } from '../model/schemas.ts';

const EXAMPLE =
  'corner: 5 sharp, 1 bulging\ntop face: 5 closed and even, 1 gaps or ridges\nhole: 5 the pin slides in, 1 it does not';

/** Parts of the farm's own that are printed again after each change; a job's part becomes one here. */
export function ReferencesScreen() {
  const mayChange = useMayChange();
  const [jobId] = useQueryState('job');
  const { data, error } = useQuery({
    queryKey: ['references'],
    queryFn: () => get('/api/references'),
  });
  return (
    <>
      <JobRooms here="/checks/references" />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">One part, printed again after each change</div>
          <h1>Reference parts</h1>
        </div>
      </div>
      <div className="body">
        {jobId && mayChange && <NewReference jobId={jobId} />}
        {error && !data && (
          <p className="empty" role="alert">
            {error.message}
          </p>
        )}
        {data && data.length > 0 && (
          <WideTable>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Part</Table.Th>
                <Table.Th>File</Table.Th>
                <Table.Th className="n">Prints</Table.Th>
                <Table.Th className="n">Places</Table.Th>
                <Table.Th>Last print</Table.Th>
                <Table.Th>Made by</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {data.map((r) => (
                <Table.Tr key={r.id}>
                  <Table.Td>
                    <a href={`/checks/references/${r.id}`}>{r.name}</a> <span className="hint">{r.technology}</span>
                  </Table.Td>
                  <Table.Td className="f">{r.fileName}</Table.Td>
                  <Table.Td className="n">{r.prints}</Table.Td>
                  <Table.Td className="n">{r.places}</Table.Td>
                  <Table.Td>{day(r.lastAt)}</Table.Td>
                  <Table.Td>{r.madeByName}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </WideTable>
        )}
        {data?.length === 0 && !jobId && (
          <p className="empty">
            No reference part yet. Open a job whose part shows what matters on your machines and choose “Use as
            reference part”: it is then printed again after each change and scored at the same places, print beside
            print.
          </p>
        )}
      </div>
    </>
  );
}

/** Makes the part of a job a reference part. */
function NewReference({ jobId }: { readonly jobId: string }) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const { data: job } = useQuery({
    queryKey: ['job', jobId],
    queryFn: () => get('/api/jobs/[id]', { id: jobId }),
  });
  const sent = (typed: { readonly name: string; readonly places: string }) => ({
    jobId,
    name: typed.name,
    places: placesOf(typed.places),
  });
  const form = useForm({
    initialValues: { name: '', places: '' },
    validateInputOnBlur: true,
    validate: async (typed) => {
      const errors = await schemaResolver(referenceSchema)(sent(typed));
      // places are typed in one field
      const [placed] = Object.entries(errors).filter(([key]) => key.startsWith('places'));
      return { name: errors['name'], places: placed?.[1] };
    },
  });
  const save = form.onSubmit(async (typed) => {
    try {
      const { id } = await post('/api/references', sent(typed));
      navigate(`/checks/references/${id}`);
    } catch (e) {
      setRefusal((e as Error).message);
    }
  });
  return (
    <form className="stacked" onSubmit={save}>
      <h2>
        {job ? (
          <>
            The part of <a href={`/checks/${jobId}`}>{job.name}</a>, {job.title}, as a reference part
          </>
        ) : (
          'A new reference part'
        )}
      </h2>
      <TextInput label="Name" placeholder="Hinge with two pins" {...form.getInputProps('name')} />
      <Textarea
        label="Places to score, one a line"
        description="What it is called, then what is a 5 and what is a 1 there"
        placeholder={EXAMPLE}
        autosize
        minRows={6}
        {...form.getInputProps('places')}
      />
      {refusal && (
        <p className="error" role="alert">
          {refusal}
        </p>
      )}
      <div>
        <Button type="submit">Make it a reference part</Button>
      </div>
    </form>
  );
}
