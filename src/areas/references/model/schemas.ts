import { array, mixed, object, string } from 'yup';
import { onOneLine } from '../../../core/formats/plainText.ts';
import { overridesSchema } from '../../checks/model/schemas.ts';
import { FEWEST_PLACES } from '../../trials/kinds/referencePart/analysis.ts';
import type { Place } from './reference.ts';

export const MOST_PLACES = 24;
const id = string().max(60).required();
const label = string().trim().min(2, 'A place has a name').max(60).test(onOneLine).required();

export const referenceSchema = object({
  jobId: id,
  name: string().trim().min(2, 'Give the part a name').max(80).test(onOneLine).required('Give the part a name'),
  places: array()
    .of(
      object({ key: label, label, how: string().trim().max(200).test(onOneLine).defined() })
        .noUnknown()
        .required(),
    )
    .min(FEWEST_PLACES, `Name ${FEWEST_PLACES} places or more: with fewer no change can be told from chance`)
    .max(MOST_PLACES)
    .test(
      'once',
      'places: each is named once',
      (places) => new Set(places?.map((p: Partial<Place>) => p.key)).size === (places?.length ?? 0),
    )
    .required(),
})
  .noUnknown()
  .required();

/** Values of the job's own recipe that the next print tries. */
export const againSchema = object({ overrides: overridesSchema }).noUnknown().required();

const isScore = (v: unknown): v is number => typeof v === 'number' && Number.isInteger(v) && v >= 1 && v <= 5;
const scoresSchema = mixed<Readonly<Record<string, number>>>()
  .test('scores', 'scores: a whole number of 1 to 5 at one place at least', (given: unknown) => {
    if (typeof given !== 'object' || given === null || Array.isArray(given)) return false;
    const scores = Object.values(given);
    return scores.length > 0 && scores.length <= MOST_PLACES && scores.every(isScore);
  })
  .required();
export const lookSchema = object({
  jobId: id,
  scores: scoresSchema,
  note: string().trim().max(500).defined(),
  /** Look that it corrects. */
  corrects: string().max(60).nullable().defined(),
})
  .noUnknown()
  .required();
