export { getReference, listReferences, makeReference, noteLook, printAgain } from './references.ts';
