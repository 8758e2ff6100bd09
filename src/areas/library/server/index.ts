export { findProfile, findProfileByKey, getHead, listPairingHeads, searchProfiles } from './queries.ts';
export { judgeEntry, latest, resolveCombination } from './effective.ts';
export { writePairing } from './writePairing.ts';
export { copyProfile, makeProfile, keyOf } from './makeProfile.ts';
export { saveRevision } from './saveRevision.ts';
export { getProfilePage, type LedgerContext } from './profilePage.ts';
export { restoreRevision } from './saveRevision.ts';
export { saveDraft } from './makeProfile.ts';
