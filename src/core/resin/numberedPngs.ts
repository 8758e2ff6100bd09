import { staysInside, unzip } from '../formats/unzip.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { exposureIn } from './plate.ts';
import { decodeGreyPng, encodeGreyPng, type Inflate } from './png.ts';
import { packStack, STACK_FORMAT, STACK_MANIFEST, STACK_VERSION, type StackLayer, type StackTools } from './stack.ts';
import type { StackSettings } from './stackSettings.ts';

/** What a person says of numbered pictures that came without a manifest. */
export interface PictureSheet extends Omit<StackSettings, 'samples' | 'lowestGrey' | 'compensationMm'> {
  /** Dark is solid. */
  readonly isInverted: boolean;
  /** Left is right. */
  readonly isMirrored: boolean;
}
const NUMBERED = /(\d+)\D*\.png$/i;
const MOST_LAYERS = 20_000;
/** A layer of which more is lit is most likely the wrong way round: a part covers a screen nowhere so far (common practice, no source). */
const INVERTED_SHARE = 0.9;

/** Whether a file of an archive is one of numbered pictures; others, like a thumbnail without a number, are left out. */
export const isNumberedPicture = (name: string): boolean =>
  NUMBERED.test(name) && !name.split('/').at(-1)!.startsWith('.');

const MOST_BYTES = 1024 ** 3;
const MOST_FILES = 25_000;
/** Numbered pictures of a zip by name; one with a manifest is no such zip. */
export function picturesInZip(zip: Uint8Array): Result<ReadonlyMap<string, Uint8Array>> {
  const files = unzip(zip, {
    mostBytes: MOST_BYTES,
    mostFiles: MOST_FILES,
    isName: staysInside,
    isWanted: (name) => isNumberedPicture(name) || name === STACK_MANIFEST,
  });
  if (!files.ok) return files;
  if (files.value.has(STACK_MANIFEST))
    return fail({ code: 'stack', what: 'It has a manifest: it is a layer stack', todo: 'take it as it is' });
  return files;
}
interface Picture {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly number: number;
}
/** Numbered pictures in the order of their numbers. */
export const inOrder = (files: ReadonlyMap<string, Uint8Array>): readonly Picture[] =>
  [...files]
    .filter(([name]) => isNumberedPicture(name))
    .map(([name, bytes]) => ({ name, bytes, number: Number(NUMBERED.exec(name)![1]) }))
    .sort((a, b) => a.number - b.number);
/** Numbered pictures as a layer stack, in the order of their numbers. Pictures that are as they have to be are taken byte by byte; those
 *  that are turned over are written anew. */
export function* stackOfPictures(
  files: ReadonlyMap<string, Uint8Array>,
  sheet: PictureSheet,
  tools: StackTools & { readonly inflate: Inflate },
): Stepwise<Result<Uint8Array>> {
  const pictures = inOrder(files);
  const todo = 'number one picture for each layer, without a gap';
  if (pictures.length === 0) return fail({ code: 'none', what: 'There are no numbered PNGs in it', todo });
  if (pictures.length > MOST_LAYERS)
    return fail({ code: 'many', what: `${pictures.length} pictures; at most ${MOST_LAYERS} layers are taken`, todo });
  for (const [i, { number, name }] of pictures.entries()) {
    const before = pictures[i - 1];
    if (before && number === before.number)
      return fail({
        code: 'twice',
        what: `Two pictures have the number ${number}`,
        where: `${before.name}, ${name}`,
        todo,
      });
    if (before && number !== before.number + 1)
      return fail({
        code: 'gap',
        what: `Picture ${before.number + 1} is missing after this one`,
        where: before.name,
        todo,
      });
  }
  const images = new Map<string, Uint8Array>();
  const named = new Map<string, string>();
  const layers: StackLayer[] = [];
  let lit = 0;
  for (const [i, { name, bytes }] of pictures.entries()) {
    const picture = decodeGreyPng(bytes, sheet.pixels, tools.inflate);
    if (!picture.ok) return fail({ ...picture.failure, where: `layer ${i + 1}, ${name}` });
    const { grey, width, height } = picture.value;
    const png =
      sheet.isInverted || sheet.isMirrored
        ? encodeGreyPng(turnedRows(grey, width, height, sheet), width, height, tools.deflate)
        : bytes;
    if (isMostlyLit(grey, sheet.isInverted)) lit++;
    const digest = tools.sha256(png);
    let image = named.get(digest);
    if (!image) {
      image = `image-${String(named.size + 1).padStart(4, '0')}.png`;
      named.set(digest, image);
      images.set(image, png);
    }
    layers.push({
      zMm: Number(((i + 1) * sheet.layerMm).toFixed(6)),
      exposures: [{ image, seconds: Number(exposureIn(sheet, sheet, i).toFixed(6)) }],
    });
    yield (i + 1) / pictures.length;
  }
  if (lit > pictures.length / 2)
    return fail({
      code: 'inverted',
      what: `${lit} of ${pictures.length} pictures are lit nearly everywhere: dark seems to be solid`,
      todo: sheet.isInverted ? 'take them as they are, not turned over' : 'say that dark is solid',
    });
  const { title, pixelMm, pixels, layerMm, motion } = sheet;
  return succeed(
    packStack(
      {
        format: STACK_FORMAT,
        version: STACK_VERSION,
        ...{ title, printer: { pixelMm, pixels }, layerMm, motion, layers, digests: {} },
      },
      images,
      tools.sha256,
    ),
  );
}
function turnedRows(grey: Uint8Array, width: number, height: number, s: PictureSheet): Uint8Array {
  const rows = new Uint8Array((width + 1) * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = grey[y * width + (s.isMirrored ? width - 1 - x : x)]!;
      rows[y * (width + 1) + 1 + x] = s.isInverted ? 255 - v : v;
    }
  return rows;
}
function isMostlyLit(grey: Uint8Array, isInverted: boolean): boolean {
  let lit = 0;
  for (const v of grey) if (isInverted ? v < 128 : v >= 128) lit++;
  return lit > INVERTED_SHARE * grey.length;
}
