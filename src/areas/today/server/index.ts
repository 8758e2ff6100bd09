export { gaugesOf } from './gauges.ts';
export { getStatus } from './getStatus.ts';
export { getToday } from './getToday.ts';
export { getFloor } from './getFloor.ts';
export { getNotices, giveNotices, seeNotices } from './notices.ts';
