export { beatCheck, rescueChecks, runCheck, setAside } from './runCheck.ts';
export { standardCaps, type CheckCaps } from './checkSteps.ts';
export {
  checkAgain,
  clearJob,
  fixJob,
  getJobPage,
  listJobs,
  listJobsOfRecipes,
  listOpenJobsOn,
  makeJob,
  placeJob,
  type NewJob,
} from './jobs.ts';
export { jobAsPrinted, type JobAsPrinted } from './jobAsPrinted.ts';
export { jobList } from './list.ts';
export { confirmSet, listPrintingJobs, listWishedJobPrints, runJobPrint, wishJobPrint } from './printJob.ts';
export { findOutcomePicture, getRuleRecord, listSeenOn, noteOutcome, type NewOutcome } from './outcomes.ts';
export { getQueue, queueJob, retireMachineWithQueue, unqueueJob } from './queue.ts';
export { markOutOfDate } from './outOfDate.ts';
export { listOtherMachines } from './others.ts';
export { travellerOf } from './traveller.ts';
export { countChecks } from './countChecks.ts';
export { makeSheet, pinOf } from './sheet.ts';
export { findSheetByName } from './sheetByName.ts';
