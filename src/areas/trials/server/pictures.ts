import { and, asc, eq, inArray } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify } from '../../../platform/events/record.ts';
import { readFile, storeFile } from '../../../platform/files/store.ts';
import { messageOf } from '../../../platform/log.ts';
import { askCamera, findMachine } from '../../machines/server/index.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import {
  LARGEST_PICTURE_BYTES,
  pictureTypeOf,
  SIGNATURE_BYTES,
  type PictureRow,
  type PictureType,
} from '../model/pictures.ts';
import { placeOnPlate } from './plateMates.ts';
import { findTrial, type Trial } from './rows.ts';
import { picture } from './tables.ts';

export interface MeasuringPoint {
  readonly band: number;
  readonly feature: string;
}
const MOST_PICTURES = 200;

/** Whether the coupon has such a place; no feature means the whole of it. */
const isPlace = (row: Trial, { band, feature }: MeasuringPoint): boolean =>
  Number.isInteger(band) &&
  band >= 1 &&
  band <= Math.max(1, row.plan.bands.length) &&
  (feature === '' || kindOf(row.kind).features.some((f) => f.key === feature));
const noPlace = fail({
  code: 'badReading' as const,
  detail: { code: 'noPlace', what: 'This coupon has no such place', todo: 'open the trial anew' },
});

/** Keeps a photograph of a place: known by its first bytes, not by its name. */
export async function addPicture(
  ctx: Ctx,
  trialId: string,
  spot: MeasuringPoint,
  source: AsyncIterable<Uint8Array>,
): Promise<Result<{ id: string }, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  if (!row) return fail({ code: 'noTrial' });
  if (!isPlace(row, spot)) return noPlace;
  const bad = (what: string, todo: string) => fail({ code: 'badPicture' as const, what, todo });
  const { head, all } = await headOf(source);
  const type = pictureTypeOf(head);
  if (!type) return bad('That is no PNG, JPEG or WebP picture', 'take it again, or save it as one of these');
  const stored = await storeFile(ctx, all, LARGEST_PICTURE_BYTES);
  return stored.ok
    ? keep(ctx, row, spot, stored.value.sha256, type, 'upload')
    : bad(stored.failure.what, 'take it with fewer pixels');
}

/** What the bench camera sees at a place, or the microscope; kept as well where that is wished. */
export async function takePicture(
  ctx: Ctx,
  trialId: string,
  spot: MeasuringPoint,
  isKept: boolean,
): Promise<Result<{ svg: string; id: string | null }, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  const feature = row && kindOf(row.kind).features.find((f) => f.key === spot.feature);
  const look = feature?.isUnderMicroscope ? 'microscope' : feature?.look;
  if (!row) return fail({ code: 'noTrial' });
  if (!look || !isPlace(row, spot)) return noPlace;
  const m = (await findMachine(ctx, row.machineId))!;
  const port = Number(process.env['CANTIERE_STANDIN_PORT'] ?? 0);
  if (!port) return fail({ code: 'noInstrument', why: 'none is connected' });
  let svg: string;
  try {
    svg = await askCamera(
      port,
      { machine: m.key, kind: row.kind, coupon: placeOnPlate(row), ...spot, repeat: 1 },
      look,
    );
  } catch (error) {
    return fail({ code: 'noInstrument', why: messageOf(error) });
  }
  if (!isKept) return succeed({ svg, id: null });
  const stored = await storeFile(
    ctx,
    (async function* () {
      yield new TextEncoder().encode(svg);
    })(),
  );
  if (!stored.ok) throw new RangeError(stored.failure.what);
  const kept = await keep(ctx, row, spot, stored.value.sha256, 'image/svg+xml', 'camera');
  return kept.ok ? succeed({ svg, id: kept.value.id }) : kept;
}

async function keep(
  ctx: Ctx,
  row: Trial,
  { band, feature }: MeasuringPoint,
  sha256: string,
  type: PictureType,
  takenWith: 'camera' | 'upload',
): Promise<Result<{ id: string }, TrialFailure>> {
  if ((await listPictures(ctx, [row.id])).length >= MOST_PICTURES)
    return fail({
      code: 'badPicture',
      what: `This trial has ${MOST_PICTURES} pictures already`,
      todo: 'leave it at those',
    });
  const id = ctx.newId();
  await ctx.db.insert(picture).values({
    id,
    trialId: row.id,
    band,
    feature,
    sha256,
    type,
    takenWith,
    personId: ctx.user.id,
    personName: ctx.user.name,
    at: ctx.clock.now(),
  });
  await notify(ctx, 'trial', row.id);
  return succeed({ id });
}

export async function listPictures(
  ctx: Pick<Ctx, 'db'>,
  trialIds: readonly string[],
): Promise<(PictureRow & { readonly trialId: string })[]> {
  if (trialIds.length === 0) return [];
  const rows = await ctx.db
    .select()
    .from(picture)
    .where(inArray(picture.trialId, [...trialIds]))
    .orderBy(asc(picture.at));
  return rows.map((r) => ({
    id: r.id,
    trialId: r.trialId,
    band: r.band,
    feature: r.feature,
    type: r.type,
    takenWith: r.takenWith,
    personName: r.personName,
    at: r.at.toISOString(),
  }));
}

/** Bytes of a kept picture with what they are. */
export async function openPicture(
  ctx: Pick<Ctx, 'db'>,
  trialId: string,
  pictureId: string,
): Promise<Result<{ type: PictureType; bytes: AsyncGenerator<Uint8Array> }, TrialFailure>> {
  const [row] = await ctx.db
    .select()
    .from(picture)
    .where(and(eq(picture.id, pictureId), eq(picture.trialId, trialId)));
  return row ? succeed({ type: row.type, bytes: readFile(ctx, row.sha256) }) : fail({ code: 'noTrial' });
}

/** The first bytes of a stream, and the stream as a whole again. */
async function headOf(
  source: AsyncIterable<Uint8Array>,
): Promise<{ head: Uint8Array; all: AsyncIterable<Uint8Array> }> {
  const pieces: Uint8Array[] = [];
  const rest = source[Symbol.asyncIterator]();
  for (let size = 0; size < SIGNATURE_BYTES;) {
    const next = await rest.next();
    if (next.done) break;
    pieces.push(next.value);
    size += next.value.length;
  }
  return {
    head: Buffer.concat(pieces),
    all: (async function* () {
      yield* pieces;
      for (let next = await rest.next(); !next.done; next = await rest.next()) yield next.value;
    })(),
  };
}
