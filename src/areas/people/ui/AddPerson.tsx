import { Button, NativeSelect, TextInput } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { personRoles, roleDoes, type PersonRole } from '../model/person.ts';
import { personSchema } from '../model/schemas.ts';

interface NewPerson {
  readonly name: string;
  readonly email: string;
  readonly role: PersonRole;
}
const NOBODY: NewPerson = { name: '', email: '', role: 'technician' };

export function AddPerson({
  isBusy,
  onAdd,
}: {
  readonly isBusy: boolean;
  /** Whether they were added. */
  readonly onAdd: (person: NewPerson) => Promise<boolean>;
}) {
  const form = useForm({ initialValues: NOBODY, validate: schemaResolver(personSchema, { sync: true }) });
  return (
    <section className="stage" aria-label="Add somebody">
      <h2>
        Add somebody <span className="hint">they choose their password by a link that you give them</span>
      </h2>
      <form
        className="fields"
        noValidate
        onSubmit={form.onSubmit((person) => void onAdd(person).then((isAdded) => isAdded && form.reset()))}
      >
        <TextInput label="Name" autoComplete="off" {...form.getInputProps('name')} />
        <TextInput label="E-mail" type="email" autoComplete="off" {...form.getInputProps('email')} />
        <NativeSelect label="Role" data={[...personRoles]} {...form.getInputProps('role')} />
        <Button type="submit" disabled={isBusy}>
          Add
        </Button>
        <span className="hint">
          A {form.values.role} {roleDoes[form.values.role]}.
        </span>
      </form>
    </section>
  );
}
