export { makeFirstLead } from './firstLead.ts';
export { chooseByLink, holderOf, makeLink } from './links.ts';
export { addPerson, deactivatePerson, listPeople, reactivatePerson, setRole } from './people.ts';
export { changePassword, endSession, listSessions } from './sessions.ts';
