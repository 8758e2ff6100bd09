import { Box, Button, Checkbox, TextInput } from '@mantine/core';
import { useState, type FormEvent, type ReactNode } from 'react';
import { post } from '../../../ui/api.ts';
import { waysOfConnection, wayFor, type Address } from '../model/connection.ts';
import { PortField } from './PortField.tsx';

export interface MachineDetails {
  readonly name: string;
  readonly place: string;
  readonly device: Address | null;
}
const NOT_ANY = { host: '', port: '' } as const;

/** What a machine is called, where it stands, and where it is reached; its connection can be tried before anything rests on it. */
export function MachineForm({
  technology,
  start,
  does,
  onDone,
  children,
}: {
  /** Of its printer; null until that is chosen. */
  readonly technology: 'filament' | 'resin' | null;
  readonly start: MachineDetails;
  /** What the button says. */
  readonly does: string;
  readonly onDone: (details: MachineDetails) => Promise<void>;
  /** Fields before these. */
  readonly children?: ReactNode;
}) {
  const [name, setName] = useState(start.name);
  const [place, setPlace] = useState(start.place);
  const [isConnected, setConnected] = useState(start.device !== null);
  const [at, setAt] = useState<{ host: string; port: number | string }>(start.device ?? NOT_ANY);
  const [said, setSaid] = useState<{ readonly isFine: boolean; readonly what: string } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const device = isConnected ? { host: at.host.trim(), port: Number(at.port) } : null;
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
  const send = (e: FormEvent): void => {
    e.preventDefault();
    void busy(() => onDone({ name: name.trim(), place: place.trim(), device }));
  };
  const tryIt = (): void =>
    void busy(async () => {
      const { says } = await post<{ says: string }>('/api/machines/test-connection', { technology, device });
      setSaid({ isFine: true, what: `It answers: ${says}.` });
    });
  return (
    <form onSubmit={send}>
      <section className="stage" aria-label="The machine">
        <div className="fields">
          {children}
          <TextInput label="Name" value={name} maxLength={60} onChange={(e) => setName(e.currentTarget.value)} />
          <TextInput label="Place" value={place} maxLength={60} onChange={(e) => setPlace(e.currentTarget.value)} />
        </div>
      </section>
      <section className="stage" aria-label="Connection">
        <h2>
          Connection{' '}
          <span className="hint">
            {technology === null
              ? 'its printer profile says how it is spoken to'
              : waysOfConnection[wayFor(technology)].label}
          </span>
        </h2>
        <Checkbox
          label="It is reached from here"
          mb={12}
          checked={isConnected}
          onChange={(e) => setConnected(e.currentTarget.checked)}
        />
        {!isConnected && (
          <p className="hint">Programs are taken to it by hand; nothing is sent, followed or stopped from here.</p>
        )}
        {isConnected && (
          <div className="fields">
            <TextInput
              label="Address"
              placeholder="192.168.1.40"
              value={at.host}
              onChange={(e) => setAt({ ...at, host: e.currentTarget.value })}
            />
            <PortField value={at.port} onChange={(port) => setAt({ ...at, port })} />
            <Button
              variant="default"
              disabled={isBusy || technology === null || !device?.host || !device.port}
              onClick={tryIt}
            >
              Test the connection
            </Button>
          </div>
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
        <Button type="submit" disabled={isBusy || name.trim().length < 2 || place.trim() === ''}>
          {does}
        </Button>
      </section>
    </form>
  );
}
