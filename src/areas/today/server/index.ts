export { getToday } from './getToday.ts';
