import { afterEach, vi } from 'vitest';
import { cleanup, configure } from '@testing-library/react';

/** What a browser has and the document of these tests has not: nothing here is asked what it says. */
class Still {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
  close(): void {}
  postMessage(): void {}
  terminate(): void {}
}
vi.stubGlobal('ResizeObserver', Still);
vi.stubGlobal('IntersectionObserver', Still);
vi.stubGlobal('EventSource', Still);
vi.stubGlobal('Worker', Still);
Object.defineProperty(document, 'fonts', { value: new EventTarget(), configurable: true });
window.scrollTo = () => undefined;
Element.prototype.scrollIntoView = () => undefined;
HTMLCanvasElement.prototype.getContext = () => null;
window.matchMedia = (media) =>
  ({
    media,
    matches: false,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }) as never;
// a busy machine answers late; whether something is covered by a style no document without a layout can say
configure({ asyncUtilTimeout: 20_000, defaultHidden: true });
// blobs of this document cannot be read by themselves
const readAs = (blob: Blob, how: 'readAsText' | 'readAsArrayBuffer'): Promise<unknown> =>
  new Promise((done) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result);
    reader[how](blob);
  });
Blob.prototype.text = function text(this: Blob) {
  return readAs(this, 'readAsText') as Promise<string>;
};
Blob.prototype.arrayBuffer = function arrayBuffer(this: Blob) {
  return readAs(this, 'readAsArrayBuffer') as Promise<ArrayBuffer>;
};
afterEach(() => cleanup());
