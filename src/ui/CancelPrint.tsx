import { Button, Group, Popover, Text } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';

/** Ends a print for good: asked once more, beside where one pressed, with how far it is. An emergency stop asks nothing. */
export function CancelPrint({
  share,
  isAsked,
  isUnheard = false,
  onCancel,
}: {
  /** How much of its program is done, of 1. */
  readonly share: number;
  /** It was cancelled, and the machine has not come to it yet. */
  readonly isAsked: boolean;
  /** Nothing is heard of the machine: it does not learn of it from here. */
  readonly isUnheard?: boolean;
  readonly onCancel: () => void;
}) {
  const [isOpen, { toggle, close }] = useDisclosure(false);
  return (
    <Popover opened={isOpen && !isAsked} onChange={close} position="bottom-start" trapFocus withArrow width={280}>
      <Popover.Target>
        <Button variant="default" disabled={isAsked} onClick={toggle}>
          {isAsked ? 'Cancelling' : 'Cancel'}
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Text size="sm">
          {isUnheard
            ? 'Nothing reaches the machine from here: stop it there, and say afterwards what stands on its plate.'
            : `${Math.floor(100 * share)} % of the program is done. The machine cools down; what was laid stays on the plate.`}
        </Text>
        <Group mt={10} gap={8}>
          <Button variant="default" data-autofocus onClick={close}>
            Keep printing
          </Button>
          <Button
            color="oxide"
            variant="outline"
            onClick={() => {
              close();
              onCancel();
            }}
          >
            Cancel print
          </Button>
        </Group>
      </Popover.Dropdown>
    </Popover>
  );
}
