/** Commands of a block of G-code, in order, with their line: comments are left out. */
export function codesOf(block: string): readonly { readonly code: string; readonly text: string }[] {
  return block
    .split('\n')
    .map((l) => l.replace(/;.*$/, '').trim())
    .filter(Boolean)
    .map((text) => ({
      code: text
        .split(/\s+/)[0]!
        .toUpperCase()
        .replace(/^([GM])0+(?=\d)/, '$1'),
      text,
    }));
}
