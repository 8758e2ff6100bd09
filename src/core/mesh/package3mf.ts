import { staysInside, unzip } from '../formats/unzip.ts';
import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { readXml } from './xml.ts';

// Parts and relationships of a package: ISO/IEC 29500-2 (Open Packaging Conventions), as the 3MF core specification 1.3 uses them.
const RELATIONSHIPS = 'http://schemas.openxmlformats.org/package/2006/relationships';
const MODEL_TYPE = 'http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel';
const ROOT = '_rels/.rels';
const MOST_FILES = 2000;

export interface Package3mf {
  /** Path of the model that is printed. */
  readonly start: string;
  /** A part by its path, whatever the case of its letters: names of parts are alike without it. */
  readonly part: (path: string) => Uint8Array | undefined;
}

export const problem3mf = (what: string, where: string, todo = 'write the file again'): Failure => ({
  code: '3mf',
  what,
  where,
  todo,
});
export const wrong3mf = (what: string, where: string, todo?: string) => fail(problem3mf(what, where, todo));

export function openPackage(zip: Uint8Array, mostBytes: number): Result<Package3mf> {
  const files = unzip(zip, {
    mostBytes,
    mostFiles: MOST_FILES,
    isName: (name) => staysInside(name.replace(/^\/+/, '')),
    isWanted: (name) => /\.(model|rels)$/i.test(name),
  });
  if (!files.ok) return files;
  const parts = new Map([...files.value].map(([name, bytes]) => [partName(name), bytes]));
  const part = (path: string): Uint8Array | undefined => parts.get(partName(path));
  const start = startPart(part(ROOT));
  if (!start.ok) return start;
  if (!part(start.value)) return wrong3mf('The model the package names is not in it', start.value);
  return succeed({ start: start.value, part });
}
/** A part by its name: those that differ in the case of their letters alone are one. */
export const partName = (path: string): string => path.replace(/^\/+/, '').toLowerCase();

/** Where the package keeps its model: the one relationship of that type that its root has. */
function startPart(rels: Uint8Array | undefined): Result<string> {
  if (!rels) return wrong3mf('The package has no relationships', ROOT);
  const targets: string[] = [];
  const refusal = readXml(rels, ROOT, {
    open: ({ local, space, attributes }) => {
      const isOne = local === 'Relationship' && (space === RELATIONSHIPS || space === '');
      if (isOne && attributes['Type'] === MODEL_TYPE && attributes['TargetMode'] !== 'External')
        targets.push(attributes['Target'] ?? '');
      return null;
    },
  });
  if (refusal) return fail(refusal);
  if (targets.length === 0) return wrong3mf('No relationship leads to a model', ROOT);
  const paths = targets.map(pathOf);
  if (paths.includes(null)) return wrong3mf('A relationship leads out of the package', ROOT);
  if (new Set(paths.map((p) => partName(p!))).size > 1)
    return wrong3mf(`${paths.length} relationships lead to models; one is printed`, ROOT, 'keep the one that is meant');
  return succeed(paths[0]!);
}

/** A target as a path from the root of the package, without dots and escapes; null where it leads out of it. */
export function pathOf(target: string): string | null {
  let text: string;
  try {
    text = decodeURIComponent(target.split(/[?#]/, 1)[0]!);
  } catch {
    return null;
  }
  if (/^[a-z][a-z0-9+.-]*:|^\/\//i.test(text)) return null;
  const steps: string[] = [];
  for (const step of text.split('/'))
    if (step === '..') {
      if (steps.pop() === undefined) return null;
    } else if (step !== '' && step !== '.') steps.push(step);
  const path = steps.join('/');
  return staysInside(path) ? path : null;
}
