import { array, number, object, string } from 'yup';
import { onOneLine } from '../../../core/formats/plainText.ts';
import { fileRefSchema } from './file.ts';

export const MOST_FILES = 12;
const MOST_WORDS = 1000;
/** Whether this is a day that there is: 2026-02-30 is none. */
const isDay = (text: string): boolean =>
  /^\d{4}-\d\d-\d\d$/.test(text) && new Date(`${text}T00:00Z`).toJSON()?.slice(0, 10) === text;
export const requestSchema = object({
  title: string()
    .trim()
    .min(2, 'Give the request a title')
    .max(120)
    .test(onOneLine)
    .required('Give the request a title'),
  wanted: string()
    .trim()
    .min(3, 'Say what is wanted: what it is for, which material or colour, what matters')
    .max(MOST_WORDS)
    .required('Say what is wanted: what it is for, which material or colour, what matters'),
  quantity: number().integer().min(1).max(10_000).required(),
  due: string()
    .test('day', 'due: a day as YYYY-MM-DD', (text) => text === undefined || text === null || isDay(text))
    .nullable()
    .defined(),
  files: array().of(fileRefSchema).min(1, 'Drop a mesh or a program').max(MOST_FILES).required(),
})
  .noUnknown()
  .required();
export const declineSchema = object({
  answer: string().trim().min(3, 'Say why').max(MOST_WORDS).required('Say why'),
})
  .noUnknown()
  .required();
