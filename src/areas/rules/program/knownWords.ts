import { countOf } from '../../../core/units/plural.ts';
import { unknownMacros, whatMacrosDo } from './unknownMacros.ts';
import { defineRule } from '../define.ts';

const SHOWN = 6;

export const knownWords = defineRule({
  id: 'known-words',
  stage: 'before start',
  title: 'The controller knows every command',
  why: 'A command the controller does not know is left out: what it should have done is not done, and nobody is told.',
  source: 'Words of the RS-274 family that this check can read; common practice, no source',
  program: {
    reads: ['unknownWords'],
    only: 'brought along',
    find: ({ report: r, context }) => {
      if (r.unknownWords.length === 0) return [];
      // a macro is no fault: it is not checked until somebody has said what it does
      const macros = unknownMacros(r);
      if (macros.length === r.unknownWords.length) return whatMacrosDo(r, 0, Infinity)!;
      const stops = context.recipe.values?.['unknownWords'] === 'stops' && macros.length < r.unknownWords.length;
      const times = r.unknownWords.reduce((s, w) => s + w.count, 0);
      return [
        {
          severity: stops ? 'blocker' : 'caution',
          title: `${countOf(r.unknownWords.length, 'command')} this check cannot read${stops ? '; the controller stops at what it does not know' : ''}`,
          figure: `${r.unknownWords
            .slice(0, SHOWN)
            .map((w) => w.word)
            .join(', ')}${r.unknownWords.length > SHOWN ? ' …' : ''}, ${countOf(times, 'time')}`,
          limit: 'commands the check can read',
          origin: `machine, ${context.machine.name}`,
          fix: 'have the program made for this machine, or look in the controller’s manual what they do',
          line: r.unknownWords[0]!.line,
        },
      ];
    },
  },
});
