import { Box, Button, NativeSelect, NumberInput, Textarea, TextInput } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { useState, type ReactNode } from 'react';
import { post } from '../../../ui/api.ts';
import { bauds, waysFor, waysOfConnection, type Connection, type WayOfConnection } from '../model/connection.ts';
import { connectionSchema, machineDetailsSchema } from '../model/schemas.ts';
import { PortField } from './PortField.tsx';

export interface MachineDetails {
  readonly name: string;
  readonly place: string;
  readonly notes: string;
  readonly device: object | null;
}
interface Started {
  readonly name: string;
  readonly place: string;
  readonly notes: string;
  readonly device: Connection | null;
}
interface Typed {
  readonly name: string;
  readonly place: string;
  readonly notes: string;
  /** Empty where it is not connected. */
  readonly way: WayOfConnection | '';
  readonly host: string;
  readonly port: number | string;
  readonly path: string;
  readonly baud: string;
  readonly folder: string;
  readonly suffix: string;
  readonly longestName: number | string;
}
const typedOf = ({ name, place, notes, device }: Started): Typed => ({
  ...{ name, place, notes, way: device?.adapter ?? '' },
  ...(device && 'host' in device ? { host: device.host, port: device.port } : { host: '', port: '' }),
  ...(device && 'path' in device ? { path: device.path, baud: String(device.baud) } : { path: '', baud: '115200' }),
  ...(device && 'folder' in device
    ? { folder: device.folder, suffix: device.suffix, longestName: device.longestName }
    : { folder: '', suffix: '', longestName: 60 }),
});
const figure = (v: number | string): number | undefined => (v === '' ? undefined : Number(v));
function deviceOf({ way, host, port, path, baud, folder, suffix, longestName }: Typed): object | null {
  switch (way) {
    case '':
      return null;
    case 'serial':
      return { adapter: way, path: path.trim(), baud: Number(baud) };
    case 'folder':
      return { adapter: way, folder: folder.trim(), suffix: suffix.trim(), longestName: figure(longestName) };
    default:
      return { adapter: way, host: host.trim(), port: figure(port) };
  }
}
/** Whether everything is typed that it takes to try a connection. */
const isSetUp = ({ way, host, port, path, folder, suffix }: Typed): boolean =>
  way === 'serial'
    ? path.trim() !== ''
    : way === 'folder'
      ? folder.trim() !== '' && suffix.trim() !== ''
      : host.trim() !== '' && port !== '';
const sent = (v: Typed): MachineDetails => ({
  ...{ name: v.name.trim(), place: v.place.trim(), notes: v.notes.trim(), device: deviceOf(v) },
});

/** What a machine is called, where it stands, and how it is connected, which can be tried before anything rests on it. */
export function MachineForm({
  technology,
  start,
  does,
  onDone,
  children,
}: {
  /** Of its printer; null until that is chosen. */
  readonly technology: 'filament' | 'resin' | null;
  readonly start: Started;
  /** What the button says. */
  readonly does: string;
  readonly onDone: (details: MachineDetails) => Promise<void>;
  /** Fields before these. */
  readonly children?: ReactNode;
}) {
  const form = useForm<Typed>({
    mode: 'controlled',
    initialValues: typedOf(start),
    validateInputOnBlur: true,
    validate: async (v) => {
      const wrong = await schemaResolver(machineDetailsSchema)(sent(v));
      return Object.fromEntries(Object.entries(wrong).map(([key, why]) => [key.replace(/^device\./, ''), why]));
    },
  });
  const [said, setSaid] = useState<{ readonly isFine: boolean; readonly what: string } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const { way } = form.values;
  const busy = async (work: () => Promise<void>): Promise<void> => {
    setBusy(true);
    setSaid(null);
    try {
      await work();
    } catch (e) {
      setSaid({ isFine: false, what: (e as Error).message });
    }
    setBusy(false);
  };
  const tryIt = (): void =>
    void busy(async () => {
      const asked = await connectionSchema.validate({ technology, device: deviceOf(form.values) }, { strict: true });
      const { says } = await post('/api/machines/test-connection', asked);
      setSaid({ isFine: true, what: `It answers: ${says}.` });
    });
  const ways = technology ? waysFor(technology) : [];
  return (
    <form noValidate onSubmit={form.onSubmit((v) => void busy(() => onDone(sent(v))))}>
      <section className="stage" aria-label="The machine">
        <div className="fields">
          {children}
          <TextInput label="Name" maxLength={60} {...form.getInputProps('name')} />
          <TextInput label="Place" maxLength={60} {...form.getInputProps('place')} />
        </div>
        <Textarea
          label="Notes"
          description="What people should know who work at it"
          autosize
          minRows={2}
          maw={640}
          mt={8}
          {...form.getInputProps('notes')}
        />
      </section>
      <section className="stage" aria-label="Connection">
        <h2>
          Connection{' '}
          {technology === null && <span className="hint">its printer profile says what it can be spoken to by</span>}
        </h2>
        <div className="fields">
          <NativeSelect
            label="Way"
            disabled={technology === null}
            data={[
              { value: '', label: 'none: by hand' },
              ...ways.map((w) => ({ value: w, label: waysOfConnection[w].label })),
            ]}
            {...form.getInputProps('way')}
          />
          {way === 'serial' && (
            <>
              <TextInput label="Serial device" placeholder="/dev/ttyUSB0" {...form.getInputProps('path')} />
              <NativeSelect label="Speed, baud" data={bauds.map(String)} {...form.getInputProps('baud')} />
            </>
          )}
          {way === 'folder' && (
            <>
              <TextInput label="Folder" placeholder="north-bench/1" {...form.getInputProps('folder')} />
              <TextInput
                label="Names end as"
                placeholder={technology === 'resin' ? '.zip' : '.gcode'}
                {...form.getInputProps('suffix')}
              />
              <NumberInput
                label="Longest name"
                suffix=" characters"
                min={12}
                max={200}
                allowDecimal={false}
                {...form.getInputProps('longestName')}
              />
            </>
          )}
          {(way === 'line' || way === 'stack') && (
            <>
              <TextInput label="Address" placeholder="192.168.1.40" {...form.getInputProps('host')} />
              <PortField {...form.getInputProps('port')} />
            </>
          )}
          {way !== '' && (
            <Button variant="default" disabled={isBusy || !isSetUp(form.values)} onClick={tryIt}>
              Test the connection
            </Button>
          )}
        </div>
        {way === '' && (
          <p className="hint">Programs are taken to it by hand; nothing is sent, followed or stopped from here.</p>
        )}
        {way === 'folder' && (
          <p className="hint">
            What was judged is put there as a file; nothing is heard of the machine or stopped from here: somebody says
            when it is printed.
          </p>
        )}
        {said && (
          <Box
            component="p"
            mt={10}
            role={said.isFine ? 'status' : 'alert'}
            c={said.isFine ? undefined : 'var(--oxide)'}
          >
            {said.what}
          </Box>
        )}
      </section>
      <section className="stage">
        <Button type="submit" disabled={isBusy}>
          {does}
        </Button>
      </section>
    </form>
  );
}
