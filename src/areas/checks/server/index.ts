export { rescueChecks, runCheck } from './runCheck.ts';
export {
  checkAgain,
  clearJob,
  getJobPage,
  listJobs,
  listJobsOfRecipes,
  listOpenJobsOn,
  makeJob,
  placeJob,
  type NewJob,
} from './jobs.ts';
export { makeSheet, pinOf } from './sheet.ts';
export { findSheetByName } from './sheetByName.ts';
