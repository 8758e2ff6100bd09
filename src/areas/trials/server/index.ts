export { planTrial, previewTrial } from './planTrial.ts';
export { runPrint, programLines } from './runPrint.ts';
export { listWishedPrints } from './wished.ts';
export { getTrialPage, listOpenTrialsUsing, listTrials } from './queries.ts';
export { findTrial } from './rows.ts';
export { addReading, wishPrint } from './measure.ts';
export { decideTrial } from './decide.ts';
export { readInstrument } from './readInstrument.ts';
export { listDue, planDue } from './due.ts';
