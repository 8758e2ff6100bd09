import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat.js';

dayjs.extend(customParseFormat);

/** How a day is written. */
export const DAY = 'D MMM YYYY';
/** How a day may be typed, the day before the month. */
const TYPED = ['YYYY-MM-DD', DAY, 'D MMMM YYYY', 'D.M.YYYY', 'DD.MM.YYYY', 'D/M/YYYY', 'DD/MM/YYYY'];
/** A day as it was typed, as YYYY-MM-DD; null where it is none. */
export function parseDay(text: string): string | null {
  const read = dayjs(text.trim().replace(/\s+/g, ' '), TYPED, true);
  return read.isValid() ? read.format('YYYY-MM-DD') : null;
}
export const dayAndTime = (iso: string): string => dayjs(iso).format('D MMM HH:mm');
export const day = (iso: string): string => dayjs(iso).format(DAY);
/** When something that starts now and takes so long is done, by the clock. */
export const doneBy = (timeS: number): string => dayjs().add(timeS, 'second').format('ddd HH:mm');
