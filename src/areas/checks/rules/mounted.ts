import { massG } from '../../../core/toolpath/bead.ts';
import { defineRule, type Found } from './define.ts';
import { soundJob } from './sound.ts';

export const loadedMaterial = defineRule({
  id: 'loaded-material',
  bites: 'before start',
  title: 'The loaded material is the recipe’s, and there is enough',
  why: 'Another plastic at these temperatures clogs or falls apart; a spool that ends at night ends the job.',
  source: 'common practice, no published source',
  find: ({ report, sheet }) => {
    const { loaded } = sheet.machine;
    const { material } = sheet.recipe;
    if (!loaded)
      return [
        {
          severity: 'blocker',
          title: 'No material is loaded',
          figure: 'empty',
          limit: material.name,
          origin: `machine, ${sheet.machine.name}`,
          fix: `load ${material.name}`,
        },
      ];
    const found: Found[] = [];
    if (loaded.id !== material.id)
      found.push({
        severity: 'blocker',
        title: 'Another material is loaded',
        figure: `${loaded.name}, lot ${loaded.lot}`,
        limit: material.name,
        origin: 'recipe',
        fix: `load ${material.name} on ${sheet.machine.name} or check with a recipe for ${loaded.name}`,
      });
    const needed = massG(report.extrudedVolumeMm3, material.densityGPerCm3) * sheet.job.quantity;
    if (needed > loaded.remainingG)
      found.push({
        severity: 'caution',
        title: 'The spool may not last',
        figure: `${needed.toFixed(0)} g for ${sheet.job.quantity}`,
        limit: `${loaded.remainingG.toFixed(0)} g left`,
        origin: `machine, slot of ${sheet.machine.name}`,
        fix: `have ${Math.ceil(needed - loaded.remainingG)} g more at hand`,
        bites: 'body',
      });
    return found;
  },
  examples: {
    passes: [{ says: 'same', input: soundJob() }],
    fails: [
      {
        says: 'other',
        input: soundJob({ machine: { loaded: { id: 'pla', name: 'Fienile PLA white', lot: '88', remainingG: 900 } } }),
      },
      { says: 'empty slot', input: soundJob({ machine: { loaded: null } }) },
      {
        says: 'too little',
        input: soundJob({ machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 3 } } }),
      },
    ],
  },
});

export const mountedNozzle = defineRule({
  id: 'mounted-nozzle',
  bites: 'before start',
  title: 'The mounted nozzle is the recipe’s',
  why: 'Another bore lays lines that do not touch, or cannot pass what is fed.',
  source: 'common practice, no published source',
  find: ({ sheet }) => {
    const { mounted } = sheet.machine;
    const { tool } = sheet.recipe;
    if (mounted?.id === tool.id) return [];
    return [
      {
        severity: 'blocker',
        title: mounted ? 'Another nozzle is mounted' : 'No tool is mounted',
        figure: mounted ? `${mounted.name} (${mounted.nozzleMm} mm)` : 'none',
        limit: `${tool.name} (${tool.nozzleMm} mm)`,
        origin: 'recipe',
        fix: `mount ${tool.name} on ${sheet.machine.name}${mounted ? ` or check with a recipe for ${mounted.name}` : ''}`,
      },
    ];
  },
  examples: {
    passes: [{ says: 'same', input: soundJob() }],
    fails: [
      { says: 'other', input: soundJob({ machine: { mounted: { id: 'x', name: '0.6 brass', nozzleMm: 0.6 } } }) },
      { says: 'none', input: soundJob({ machine: { mounted: null } }) },
    ],
  },
});

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
  bites: 'before start',
  title: 'The card reader can take the file name',
  why: 'A name it cannot read is not listed, or opens another file.',
  source: 'Printer profile: name rules of the card reader',
  of: 'program',
  find: ({ sheet }) => {
    const { fileNameLongest: longest, fileNameSpaces: spaces } = sheet.machine;
    const name = sheet.job.fileName;
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
        origin: `hardware, ${sheet.machine.name}`,
        fix: `name it ${better}`,
      },
    ];
  },
  examples: {
    passes: [{ says: 'short', input: soundJob() }],
    fails: [
      { says: 'spaces', input: soundJob({ job: { fileName: 'hive vent v2.gcode' } }) },
      { says: 'long', input: soundJob({ job: { fileName: `${'a'.repeat(60)}.gcode` } }) },
    ],
  },
});
