// Tries mutants one after another and tells of each whether it was noticed; a mutant that never ends is ended from outside.
import { parentPort, workerData } from 'node:worker_threads';

/** @type {(id: number) => boolean} */
const none = () => false;
globalThis.isMutantOn = none;
const { judges, isFailed } = await import(workerData.module);

/** What each judge comes by, and how long it takes; null where nobody has looked. */
const walked = new Map();
function walk(judge) {
  const passes = new Set();
  const began = performance.now();
  const failed = isFailed(judge, (id) => {
    passes.add(id);
    return false;
  });
  if (failed) throw new Error('the tests do not hold without any mutant');
  walked.set(judge, { passes, tookMs: performance.now() - began });
}
if (!workerData.areProven) judges.forEach(walk);

/** The judges nearest to a mutant first, and the quickest of those that come by it; of what only some kinds of trial use, only theirs. */
function near({ id, of, usedBy }) {
  const asked = judges.filter((j) => (!usedBy || usedBy.includes(j.of)) && (walked.get(j)?.passes.has(id) ?? true));
  const rank = (j) => (of.includes(j.of) ? 0 : j.of === 'valid' || walked.has(j) ? 1 : 2);
  const tookMs = (j) => walked.get(j)?.tookMs ?? 0;
  let askedMs = 0;
  return asked
    .sort((a, b) => rank(a) - rank(b) || tookMs(a) - tookMs(b))
    .filter((judge) => (askedMs += tookMs(judge)) <= workerData.mostAskedMs);
}
parentPort.postMessage({ ready: true });
parentPort.on('message', (job) => {
  const noticed = near(job).some((judge) => {
    parentPort.postMessage({ isAtWork: true });
    return isFailed(judge, (id) => id === job.id);
  });
  globalThis.isMutantOn = none;
  parentPort.postMessage({ id: job.id, noticed });
});
