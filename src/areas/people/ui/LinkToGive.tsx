import { Button, CopyButton, Group, TextInput } from '@mantine/core';
import { dayAndTime } from '../../../ui/dates.ts';
import type { GivenLink } from '../model/person.ts';

/** A link that somebody gets in by, to be copied: nothing shows it again. */
export function LinkToGive({
  person,
  link,
  onDone,
}: {
  readonly person: string;
  readonly link: GivenLink;
  readonly onDone: () => void;
}) {
  const address = new URL(link.path, location.origin).href;
  return (
    <section className="stage finished" role="status">
      <h2>
        Give {person} this link{' '}
        <span className="hint">
          it works once, until {dayAndTime(link.until)}, and is not shown again; whoever has it chooses{' '}
          {link.purpose === 'invitation' ? 'their password' : 'a new password, and the old one ends'}
        </span>
      </h2>
      <Group gap={10} align="end">
        <TextInput label="Link" readOnly value={address} flex="1 1 320px" onFocus={(e) => e.currentTarget.select()} />
        <CopyButton value={address}>
          {({ copied, copy }) => (
            <Button h={36} onClick={copy}>
              {copied ? 'Copied' : 'Copy'}
            </Button>
          )}
        </CopyButton>
        <Button h={36} variant="default" onClick={onDone}>
          Done
        </Button>
      </Group>
    </section>
  );
}
