export type PictureType = 'image/png' | 'image/jpeg' | 'image/webp' | 'image/svg+xml';
/** A picture of one place of a coupon, or of the whole of it (no feature). */
export interface PictureRow {
  readonly id: string;
  readonly band: number;
  readonly feature: string;
  readonly type: PictureType;
  readonly takenWith: 'camera' | 'upload';
  readonly personName: string;
  readonly at: string;
}
export const LARGEST_PICTURE_BYTES = 12 * 1024 * 1024;
/** Bytes by which a picture is known, whatever its name says. */
export const SIGNATURE_BYTES = 12;

/** What kind of picture begins so; null for anything else. */
export function pictureTypeOf(head: Uint8Array): Exclude<PictureType, 'image/svg+xml'> | null {
  const is = (at: number, ...bytes: number[]): boolean => bytes.every((b, i) => head[at + i] === b);
  if (is(0, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png';
  if (is(0, 0xff, 0xd8, 0xff)) return 'image/jpeg';
  return is(0, 0x52, 0x49, 0x46, 0x46) && is(8, 0x57, 0x45, 0x42, 0x50) ? 'image/webp' : null;
}
