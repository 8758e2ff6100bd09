// Tries mutants one after another and tells of each whether it was noticed; a mutant that never ends is ended from outside.
import { parentPort, workerData } from 'node:worker_threads';

globalThis.mutant = -1;
const { judges, isNoticed } = await import(workerData.module);
const near = (of) => [
  ...judges.filter((j) => j.of === of),
  ...judges.filter((j) => j.of === 'valid'),
  ...judges.filter((j) => j.of !== of && j.of !== 'valid'),
];
if (isNoticed(-1, judges)) throw new Error('the tests do not hold without any mutant');
parentPort.postMessage({ ready: true });
parentPort.on('message', ({ id, of }) => parentPort.postMessage({ id, noticed: isNoticed(id, near(of)) }));
