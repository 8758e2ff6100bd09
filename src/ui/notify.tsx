import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';

const STAYS_MS = 4000;
const WITH_UNDO_MS = 12_000;

/** Says what was done; with `undo` the act can be taken back from the message itself. */
export function notifySuccess(message: string, undo?: () => Promise<void>): void {
  const id = notifications.show({
    color: 'teal',
    autoClose: undo ? WITH_UNDO_MS : STAYS_MS,
    message: undo ? (
      <>
        {message}{' '}
        <Button
          variant="subtle"
          size="compact-xs"
          ml={8}
          fw={620}
          onClick={() => {
            notifications.hide(id);
            undo().catch(notifyError);
          }}
        >
          Undo
        </Button>
      </>
    ) : (
      message
    ),
  });
}
export function notifyError(error: unknown): void {
  notifications.show({
    message: error instanceof Error ? error.message : String(error),
    color: 'red',
    autoClose: 9000,
    title: 'Not done',
  });
}
