/** Words as they stand alone. */
export const asSentence = (words: string): string =>
  `${words[0]!.toUpperCase()}${words.slice(1)}${words.endsWith('.') ? '' : '.'}`;
