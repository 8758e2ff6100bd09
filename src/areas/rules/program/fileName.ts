import { defineRule } from '../define.ts';

/** A name a card reader shows: letters, digits, dash, underscore, one dot. */
export function readableName(name: string, longest: number, spaces: boolean): string {
  const dot = name.lastIndexOf('.');
  const ending = dot > 0 ? name.slice(dot) : '';
  const stem = (dot > 0 ? name.slice(0, dot) : name)
    .replace(/\.+/g, '-')
    .replace(spaces ? /[^\w\- ]+/g : /[^\w-]+/g, '_');
  return `${stem.slice(0, longest - ending.length)}${ending}`;
}
export const fileName = defineRule({
  id: 'file-name',
  stage: 'before start',
  title: 'The card reader can take the file name',
  why: 'A name it cannot read is not listed, or opens another file.',
  source: 'Printer profile: name rules of the card reader',
  program: {
    reads: [],
    only: 'brought along',
    find: ({ context }) => {
      const { fileNameLongest: longest, fileNameSpaces: spaces } = context.machine;
      const name = context.job.fileName;
      const better = readableName(name, longest, spaces);
      if (better === name) return [];
      const wrong =
        name.length > longest
          ? `${name.length} characters`
          : !spaces && name.includes(' ')
            ? 'has spaces'
            : 'has signs or dots it cannot read';
      return [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: `“${name}” ${wrong}`,
          limit: `${longest} characters, ${spaces ? '' : 'no spaces, '}one dot`,
          origin: `hardware, ${context.machine.name}`,
          fix: `name it ${better}`,
        },
      ];
    },
  },
});
