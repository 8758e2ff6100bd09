import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { expect, test } from 'vitest';

/** Words of our own where the trade has a standard one: docs/glossary.md. Whole texts first, then words inside a text. */
const WHOLE = [
  /^(Keep|Keep it|Kept|Keep as a job|Kept recipe)$/,
  /^(Leave it|Not now|Throw away|Leave it as it was)$/,
  /^(Type values|Stop typing|Go on)$/,
  /^(In and out|Write|In|Out|Change many)$/,
  /^(Say it|Mount it|Load it|Log it|Clear it|Stand it so|Do it to a copy|Take it .*|¼)$/,
  /^(Worked out|Beat another value|Hangs over|Largest jump|It is pulled.*)$/,
  /^(Pin|Pins|Verdict there|A job there|What it wants)$/,
];
const INSIDE = [
  /put it away|look at it from all sides|show it layer by layer|check it there/,
  /[Nn]obody has said it yet|things need somebody|seen to at the machine|all seen to/,
  /[Hh]ow it could stand|a lean, found by search|leaning over|leans beyond/,
  /foretold|came out well$|Did not run|with signs|Search signs|[Ss]igns seen/,
  /, hottest|^Fastest [XYZ]|Thinnest layer|[Pp]ull-?back|[Dd]raws? back|Bore of/,
  /\bthis plastic\b|\bTime and plastic\b|beyond was seen to fail|Kept recipe/,
];

/** Texts that a person may read: what stands between tags, and strings of more than one word or with a capital. */
function textsOf(file: string): { readonly line: number; readonly text: string }[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const texts: { line: number; text: string }[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isJsxText(node) || ts.isStringLiteral(node) || ts.isTemplateLiteralToken(node)) {
      const text = node.text.replace(/\s+/g, ' ').trim();
      if (/[A-Z ]|^¼$/.test(text))
        texts.push({ line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return texts;
}

const read = (file: string): string[] =>
  textsOf(file)
    .filter(({ text }) => WHOLE.some((w) => w.test(text)) || INSIDE.some((w) => w.test(text)))
    .map(({ line, text }) => `${file}:${line} ${text}`);

test('what a person reads says it in the words of the trade', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.tsx?$/.test(f) && !/\.(test|cases)\./.test(f))
    .map((f) => `src/${f}`);
  expect(files.length).toBeGreaterThan(400);
  expect(files.flatMap(read)).toEqual([]);
});
