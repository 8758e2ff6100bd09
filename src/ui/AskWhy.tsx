import { Button, Popover, TextInput, type ButtonProps } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { useState } from 'react';

/** A button that asks for a reason beside where one pressed, and does nothing without it. */
export function AskWhy({
  button,
  label,
  does,
  variant = 'default',
  isBusy = false,
  longest,
  onWhy,
}: {
  readonly button: string;
  /** What is asked. */
  readonly label: string;
  /** What the second button says. */
  readonly does: string;
  readonly variant?: ButtonProps['variant'];
  readonly isBusy?: boolean;
  readonly longest: number;
  readonly onWhy: (why: string) => void;
}) {
  const [isOpen, { toggle, close }] = useDisclosure(false);
  const [why, setWhy] = useState('');
  return (
    <Popover opened={isOpen} onChange={close} position="bottom-end" trapFocus withArrow width={320}>
      <Popover.Target>
        <Button variant={variant} disabled={isBusy} onClick={toggle}>
          {button}
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            close();
            onWhy(why.trim());
          }}
        >
          <TextInput
            label={label}
            value={why}
            onChange={(e) => setWhy(e.currentTarget.value)}
            maxLength={longest}
            data-autofocus
          />
          <Button type="submit" mt={10} disabled={isBusy || why.trim() === ''}>
            {does}
          </Button>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
