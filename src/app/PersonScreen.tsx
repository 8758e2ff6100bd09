import {
  Box,
  Button,
  Group,
  NativeSelect,
  NumberInput,
  SegmentedControl,
  TextInput,
  useMantineColorScheme,
} from '@mantine/core';
import { useState } from 'react';
import { showFigure, withDecimal, type Figures } from '../core/units/figures.ts';
import { YourSignIn } from '../areas/people/ui/YourSignIn.tsx';
import { put, signOut } from '../ui/api.ts';
import { usePerson } from '../ui/person.tsx';
import { notifyError } from '../ui/notify.tsx';
import { Side } from '../ui/Side.tsx';

/** How this person reads and types figures. What is stored stays the same for everybody. */
export function PersonScreen() {
  const person = usePerson();
  const [f, setF] = useState<Figures>(person.figures);
  const [busy, setBusy] = useState(false);
  const set = (change: Partial<Figures>): void => setF((before) => ({ ...before, ...change }));
  const keep = async (): Promise<void> => {
    setBusy(true);
    try {
      await put('/api/me', f);
      location.reload();
    } catch (e) {
      notifyError(e);
      setBusy(false);
    }
  };
  const leave = async (): Promise<void> => {
    try {
      await signOut();
      location.assign('/sign-in');
    } catch (e) {
      notifyError(e);
    }
  };
  const isChanged = JSON.stringify(f) !== JSON.stringify(person.figures);
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">You</div>
          <h1>{person.name}</h1>
        </div>
        <span className="chip">{person.role}</span>
        <div className="end">
          <Button variant="default" onClick={() => void leave()}>
            Sign out
          </Button>
          <Button disabled={!isChanged || busy} onClick={() => void keep()}>
            Save
          </Button>
        </div>
      </div>
      <div className="page two">
        <div>
          <section className="stage">
            <h2>Light and dark, on this device</h2>
            <SchemeChoice />
            <h2>How you read and type figures</h2>
            <Box maw={420}>
              <NativeSelect
                label="Speeds"
                size="xs"
                mt={10}
                value={f.speed}
                data={['mm/s', 'mm/min']}
                onChange={(e) => set({ speed: e.currentTarget.value as Figures['speed'] })}
              />
              <NativeSelect
                label="Layer heights, widths and other lengths up to 10 mm"
                size="xs"
                mt={10}
                value={f.smallLength}
                data={['mm', 'µm']}
                onChange={(e) => set({ smallLength: e.currentTarget.value as Figures['smallLength'] })}
              />
              <NativeSelect
                label="Temperatures"
                size="xs"
                mt={10}
                value={f.temperature}
                data={['°C', '°F']}
                onChange={(e) => set({ temperature: e.currentTarget.value as Figures['temperature'] })}
              />
              <NativeSelect
                label="Decimals"
                size="xs"
                mt={10}
                value={f.decimal}
                data={[
                  { value: 'point', label: 'point: 0.2' },
                  { value: 'comma', label: 'comma: 0,2' },
                ]}
                onChange={(e) => set({ decimal: e.currentTarget.value as Figures['decimal'] })}
              />
              <NativeSelect
                label="Money beside the farm’s euro"
                size="xs"
                mt={10}
                value={f.money ? 'other' : 'none'}
                data={[
                  { value: 'none', label: 'none' },
                  { value: 'other', label: 'another currency' },
                ]}
                onChange={(e) => set({ money: e.currentTarget.value === 'other' ? { code: 'CHF', perEuro: 1 } : null })}
              />
              {f.money && (
                <Group gap={10} align="stretch" wrap="nowrap">
                  <TextInput
                    label="Code"
                    size="xs"
                    mt={10}
                    value={f.money.code}
                    maxLength={3}
                    onChange={(e) => set({ money: { ...f.money!, code: e.currentTarget.value.toUpperCase() } })}
                  />
                  <NumberInput
                    label="One euro is"
                    size="xs"
                    mt={10}
                    value={f.money.perEuro}
                    min={0}
                    decimalScale={6}
                    onChange={(v) => set({ money: { ...f.money!, perEuro: Number(v) } })}
                  />
                </Group>
              )}
            </Box>
          </section>
          <YourSignIn />
        </div>
        <Side label="How it reads">
          <h3>So it reads</h3>
          <dl className="kv">
            <dt>wall speed</dt>
            <dd>{showFigure(60, 'speed', 1000, f)}</dd>
            <dt>layer height</dt>
            <dd>{showFigure(0.2, 'length', 5, f)}</dd>
            <dt>travel in X</dt>
            <dd>{showFigure(220.5, 'length', 2000, f)}</dd>
            <dt>nozzle</dt>
            <dd>{showFigure(205, 'temperature', 550, f)}</dd>
            {f.money && (
              <>
                <dt>a kilogram at EUR 24</dt>
                <dd>{withDecimal(`≈ ${(24 * f.money.perEuro).toFixed(2)} ${f.money.code}`, f)}</dd>
              </>
            )}
          </dl>
          <p className="hint">
            A bare figure you type in a ledger is read in these units; a spelled unit always wins. Findings, files,
            drawings and machines keep millimetres, seconds and degrees Celsius, so that two people read the same sheet.
          </p>
          <p className="hint">
            <a href="/people">People of the farm</a> · <a href="/log">Event log</a> ·{' '}
            <a href="/status">State of the service</a>
          </p>
        </Side>
      </div>
    </>
  );
}

/** Takes effect at once, and is a matter of the device: the desk may be light and the phone on the floor dark. */
function SchemeChoice() {
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  return (
    <SegmentedControl
      aria-label="Light and dark, on this device"
      size="xs"
      my={10}
      value={colorScheme}
      onChange={(value) => setColorScheme(value)}
      data={[
        { value: 'auto', label: 'as the system' },
        { value: 'light', label: 'light' },
        { value: 'dark', label: 'dark' },
      ]}
    />
  );
}
