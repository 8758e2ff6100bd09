import type { CheckContext } from '../areas/rules/context.ts';
import type { StackOutcome } from '../areas/rules/outcome.ts';
import { checkStack } from '../areas/rules/runStack.ts';
import { measuringStack } from '../core/resin/measureStack.ts';
import { inOrder, picturesInZip, stackOfPictures, type PictureSheet } from '../core/resin/numberedPngs.ts';
import { sizeOfPicture } from '../core/resin/png.ts';
import { readStack } from '../core/resin/readStack.ts';
import { sentenceOf } from '../core/result/result.ts';
import { inflate, stackTools } from './stackTools.ts';
import { stepThrough } from './stepThrough.ts';

export interface StackRequest {
  readonly file: Blob;
  readonly wish: LookWish | MakeWish | CheckWish;
}
/** Whether it holds numbered pictures without a manifest. */
interface LookWish {
  readonly act: 'look';
}
interface MakeWish {
  readonly act: 'make';
  readonly sheet: PictureSheet;
}
interface CheckWish {
  readonly act: 'check';
  readonly context: CheckContext;
}
/** Numbered pictures that came without a manifest, and one of them from the middle. */
export interface PicturesSeen {
  readonly count: number;
  readonly pixels: readonly [number, number];
  readonly middle: { readonly layer: number; readonly png: Uint8Array };
}
export type StackAnswer = { readonly share: number } | { readonly refusal: string } | StackDone;
export type StackDone =
  { readonly pictures: PicturesSeen | null } | { readonly stack: Uint8Array } | { readonly outcome: StackOutcome };

const post = (answer: StackAnswer): void => self.postMessage(answer);
const tell = (share: number): void => post({ share });

/** Looks through layers that were brought along, or makes a layer stack of numbered pictures. */
self.onmessage = async ({ data: { file, wish } }: MessageEvent<StackRequest>) => {
  post(answerTo(new Uint8Array(await file.arrayBuffer()), wish));
};

function answerTo(bytes: Uint8Array, wish: StackRequest['wish']): StackAnswer {
  if (wish.act === 'check') {
    const read = readStack(bytes, stackTools.sha256);
    if (!read.ok) return { refusal: sentenceOf(read.failure) };
    const stack = stepThrough(measuringStack(read.value, inflate), tell);
    if (!stack.ok) return { refusal: sentenceOf(stack.failure) };
    return { outcome: checkStack({ stack: stack.value, context: wish.context }) };
  }
  const pictures = picturesInZip(bytes);
  if (wish.act === 'look') return { pictures: pictures.ok ? seenOf(pictures.value) : null };
  if (!pictures.ok) return { refusal: sentenceOf(pictures.failure) };
  const made = stepThrough(stackOfPictures(pictures.value, wish.sheet, { ...stackTools, inflate }), tell);
  return made.ok ? { stack: made.value } : { refusal: sentenceOf(made.failure) };
}
function seenOf(files: ReadonlyMap<string, Uint8Array>): PicturesSeen | null {
  const pictures = inOrder(files);
  const layer = (pictures.length + 1) >> 1;
  const png = pictures[layer - 1]?.bytes;
  const pixels = png && sizeOfPicture(png);
  return pixels ? { count: pictures.length, pixels, middle: { layer, png } } : null;
}
