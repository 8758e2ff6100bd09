// Tries mutants one after another and tells of each whether it was noticed; a mutant that never ends is ended from outside.
import { parentPort, workerData } from 'node:worker_threads';

globalThis.mutant = -1;
const { judges, isNoticed } = await import(workerData.module);
/** The judges nearest to a mutant first; of what only some kinds of trial use, only theirs. */
const near = ({ of, usedBy }) => {
  const asked = usedBy ? judges.filter((j) => usedBy.includes(j.of)) : judges;
  return [
    ...asked.filter((j) => of.includes(j.of)),
    ...asked.filter((j) => j.of === 'valid'),
    ...asked.filter((j) => !of.includes(j.of) && j.of !== 'valid'),
  ];
};
/** Says before each test that it is still at work. */
const told = (list) =>
  list.map((j) => ({
    holds: () => {
      parentPort.postMessage({ isAtWork: true });
      return j.holds();
    },
  }));
if (!workerData.areProven && isNoticed(-1, judges)) throw new Error('the tests do not hold without any mutant');
parentPort.postMessage({ ready: true });
parentPort.on('message', (job) => parentPort.postMessage({ id: job.id, noticed: isNoticed(job.id, told(near(job))) }));
