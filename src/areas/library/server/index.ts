export {
  findProfile,
  findProfileByKey,
  findProfiles,
  getReleasedRevision,
  getNewestRevision as findRevisionToEdit,
  listChain,
  listDescendants,
  listExpiredWorkarounds,
  listInReview,
  listLevels,
  listPairingHeads,
  listReleasedRevisions,
} from './queries.ts';
export { listOwnProfiles, profileList } from './list.ts';
export { judgeEntry, latest, levelsOf, resolveCombination } from './effective.ts';
export { writePairing, writeWholePairing } from './writePairing.ts';
export { addProfile, copyProfile, makeProfile, keyOf } from './makeProfile.ts';
export { decideRevision, describeProfile, retireProfile, takeBack, saveRevision } from './saveRevision.ts';
export { getProfilePage, type LedgerContext } from './profilePage.ts';
export { restoreRevision } from './saveRevision.ts';
export { saveDraft } from './makeProfile.ts';
export { columnOf, compareProfile } from './compare.ts';
export { exportLibrary, importLibrary, previewImport } from './exchange.ts';
export { changeMany, findByValue, takeBackMany } from './bulk.ts';
export { getValueHistory } from './valueHistory.ts';
