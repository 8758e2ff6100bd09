/** Characters that are no text: controls but tab and line ends, separators of lines and paragraphs, halves of a pair. */
const NO_TEXT = /[^\P{Cc}\t\n\r]|[\u2028\u2029\p{Cs}]/u;
const LINE_ENDS = /[\t\n\r]/;

/** Whether a text holds nothing but characters that people write. */
export const isPlainText = (text: string): boolean => !NO_TEXT.test(text);
/** Whether it is plain and on one line, as a name is. */
export const isOneLine = (text: string): boolean => isPlainText(text) && !LINE_ENDS.test(text);
/** A text as one plain line: whatever is none becomes a space. */
export const asOneLine = (text: string): string =>
  [...text].map((character) => (isOneLine(character) ? character : ' ')).join('');
/** The same as a test of a schema's field. */
export const onOneLine = {
  name: 'oneLine',
  message: 'A name stands on one line',
  test: (text?: string) => text === undefined || isOneLine(text),
};
