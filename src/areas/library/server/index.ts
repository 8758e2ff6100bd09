export { findProfile, findProfileByKey, getHead, getTip as findRevisionToEdit, listChain, listDescendants, listInReview, listLevels, listPairingHeads, searchProfiles } from './queries.ts';
export { judgeEntry, latest, levelsOf, resolveCombination } from './effective.ts';
export { writePairing } from './writePairing.ts';
export { copyProfile, makeProfile, keyOf } from './makeProfile.ts';
export { decideRevision, retireProfile, saveRevision } from './saveRevision.ts';
export { getProfilePage, type LedgerContext } from './profilePage.ts';
export { restoreRevision } from './saveRevision.ts';
export { saveDraft } from './makeProfile.ts';
export { columnOf, compareProfile } from './compare.ts';
