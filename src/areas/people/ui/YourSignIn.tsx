import { Button, PasswordInput, Table } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { SHORTEST_PASSWORD } from '../../../core/formats/password.ts';
import { get, post } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { notifyError, notifySuccess } from '../../../ui/notify.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { passwordSchema } from '../model/schemas.ts';

/** One's own password, and where one is signed in. */
export function YourSignIn() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ['sessions'], queryFn: () => get('/api/me/sessions') });
  const form = useForm({
    initialValues: { current: '', chosen: '' },
    validate: schemaResolver(passwordSchema, { sync: true }),
  });
  const act = async (work: () => Promise<unknown>, said: string): Promise<void> => {
    try {
      await work();
      notifySuccess(said);
      await client.invalidateQueries({ queryKey: ['sessions'] });
    } catch (e) {
      notifyError(e);
    }
  };
  return (
    <>
      <section className="stage" aria-label="Your password">
        <h2>
          Your password{' '}
          <span className="hint">at least {SHORTEST_PASSWORD} characters; a new one signs you out everywhere else</span>
        </h2>
        <form
          className="fields"
          noValidate
          onSubmit={form.onSubmit(
            (typed) =>
              void act(async () => {
                await post('/api/me/password', typed);
                form.reset();
              }, 'The new password holds'),
          )}
        >
          <PasswordInput label="The one you have" autoComplete="current-password" {...form.getInputProps('current')} />
          <PasswordInput label="The new one" autoComplete="new-password" {...form.getInputProps('chosen')} />
          <Button type="submit" variant="default">
            Change it
          </Button>
        </form>
      </section>
      <section className="stage" aria-label="Where you are signed in">
        <h2>Where you are signed in</h2>
        {data && (
          <WideTable>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Since</Table.Th>
                <Table.Th>Until</Table.Th>
                <Table.Th>From</Table.Th>
                <Table.Th>Browser</Table.Th>
                <Table.Th />
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {data.map((s) => (
                <Table.Tr key={s.id}>
                  <Table.Td>{dayAndTime(s.since)}</Table.Td>
                  <Table.Td>{dayAndTime(s.until)}</Table.Td>
                  <Table.Td>{s.address}</Table.Td>
                  <Table.Td maw={320}>
                    <span className="hint">{s.device}</span>
                  </Table.Td>
                  <Table.Td>
                    {s.isThis ? (
                      'this one'
                    ) : (
                      <Button
                        size="xs"
                        variant="default"
                        onClick={() =>
                          void act(() => post('/api/me/sessions/[id]/end', { id: s.id }, {}), 'Signed out there')
                        }
                      >
                        Sign out there
                      </Button>
                    )}
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </WideTable>
        )}
      </section>
    </>
  );
}
