export {
  asRulesRead,
  findHeadsFor,
  findLoaded,
  findMachine,
  findMounted,
  listHeads,
  listMachines,
  findLastWork,
  listWorkSince,
  listMaintenance,
  type Machine,
} from './queries.ts';
export { containerList, maintenanceList } from './list.ts';
export { listProofs } from './proofs.ts';
export { addMachine, changeMachine, copyMachine, testConnection } from './machineRecord.ts';
export { retireMachine } from './machineRecord.ts';
export { listRetired } from './queries.ts';
export { logMaintenance, mountTool, recordState } from './service.ts';
export {
  consume,
  discardContainer,
  dryContainer,
  getContainerPage,
  getLotOf,
  loadContainer,
  loadLot,
  receiveContainers,
  unloadSlot,
  weighContainer,
} from './containers.ts';
export { claim, clearPlate, countPrints, findStopped, judgePrint, listPrints, occupy, release } from './prints.ts';
export { dropLeasesOfEnded, Lease, LeaseLost } from './lease.ts';
export { whichAnswer, type Answering } from './answering.ts';
export { paceOfMachine } from './printTimes.ts';
export { reconcileMachines } from './reconcile.ts';
export { KeptPrint } from './keptPrint.ts';
export { printByHand } from './adapters/hand.ts';
export { printProgram, printStack, takes } from './adapters/index.ts';
export { stopMachine } from './stop.ts';
export { askCamera, askInstrument } from '../devices/instrument.ts';
export { PrinterLost, PrinterRefused, StackPrinter, type StackPrinterState } from '../devices/stackPrinter.ts';
export { getMachineReport, whyOtherSpool } from './report.ts';
export { contextFor, getMachinePage, listMachineCards } from './pages.ts';
export { beginCare, doCareStep, getCarePage, giveUpCare, listAllCare, listCare } from './care.ts';
export { getCarePlan, writeCareTask } from './carePlan.ts';
export { countEvidence, listFloor } from './floor.ts';
export { watchFloor } from './floorLive.ts';
export { getPairingMatrix } from './matrix.ts';
export { changePolicy, getPolicy, getPolicyPage } from './policy.ts';
