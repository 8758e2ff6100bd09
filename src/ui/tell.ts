import { notifications } from '@mantine/notifications';

export const tellDone = (message: string): void => { notifications.show({ message, color: 'teal', autoClose: 4000 }); };
export const tellRefused = (error: unknown): void => { notifications.show({ message: error instanceof Error ? error.message : String(error), color: 'red', autoClose: 9000, title: 'Not done' }); };
