import dayjs from 'dayjs';

export const dayAndTime = (iso: string): string => dayjs(iso).format('D MMM HH:mm');
export const day = (iso: string): string => dayjs(iso).format('D MMM YYYY');
/** When something that starts now and takes so long is done, by the clock. */
export const doneBy = (timeS: number): string => dayjs().add(timeS, 'second').format('ddd HH:mm');
