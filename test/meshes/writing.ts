import type { Body } from './bodies.ts';

/** A way to write a body down, after the published description of its format, and what its reader must say of it. */
export interface Writing {
  readonly way: string;
  readonly write: (body: Body) => Uint8Array;
  /** Millimetres in one of its units, where the file states one. */
  readonly mmPerUnit?: number;
  /** It brings the body so often, moved and turned. */
  readonly copies?: number;
  /** What must be remarked. */
  readonly remarks?: readonly (string | RegExp)[];
  /** Parts the file has; else one. */
  readonly parts?: number;
}

export const withBytes = (bytes: Uint8Array, change: (b: Uint8Array, view: DataView) => void, more = 0): Uint8Array => {
  const out = new Uint8Array(bytes.length + more);
  out.set(bytes);
  change(out, new DataView(out.buffer));
  return out;
};
/** A text in UTF-16, with its mark. */
export const utf16 = (content: string): Uint8Array => {
  const out = new Uint8Array(2 + 2 * content.length);
  const view = new DataView(out.buffer);
  view.setUint16(0, 0xfeff, true);
  for (let i = 0; i < content.length; i++) view.setUint16(2 + 2 * i, content.charCodeAt(i), true);
  return out;
};
