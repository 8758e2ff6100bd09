// Does one check after the other as it is told, in a process of its own that may be stopped at any time: whatever a file does to it,
// it does to nothing else. Told to leave off it puts back what it is at.
import { runCheck } from '../areas/checks/server/index.ts';
import { messageOf } from '../platform/log.ts';
import { contextOf, ending } from './working.ts';
import type { FromRunner, ToRunner } from './runner.ts';

const ctx = contextOf('work', 'Worker');
const say = (message: FromRunner): void => void process.send?.(message);

process.on('disconnect', () => process.exit(0)); // whoever gave it work is gone
process.on('SIGTERM', () => undefined); // it is told to leave off by who gives it work
process.on('SIGINT', () => undefined);
process.on('message', (message: ToRunner) => {
  if (message.do === 'leave off') return ending.abort();
  runCheck(ctx, message.runId, message.from).then(
    () => say({ failed: null }),
    (error: unknown) => say({ failed: messageOf(error) }),
  );
});
