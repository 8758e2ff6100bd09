import { renameSync, writeFileSync } from 'node:fs';
import { parseArgs, type ParseArgsConfig } from 'node:util';
import { sentenceOf, type Failure } from '../core/result/result.ts';

/** Something the caller must mend; becomes one line on stderr and exit code 2. */
export class CommandFailure extends Error {}

export const refuse = (failure: Failure, file?: string): never => {
  throw new CommandFailure(`${file ? `${file}: ` : ''}${sentenceOf(failure)}`.replace(/\s*\n\s*/g, ' '));
};

/** What options came to, by name. */
export type Options = Readonly<Record<string, string | boolean | undefined>>;

/** Options by name and the rest by position; an unknown option is refused. */
export function readArguments(
  args: string[],
  options: NonNullable<ParseArgsConfig['options']>,
): { readonly values: Options; readonly positionals: readonly string[] } {
  try {
    const { values, positionals } = parseArgs({ args, options, allowPositionals: true, strict: true });
    return { values: values as Options, positionals };
  } catch (error) {
    throw new CommandFailure((error as Error).message.split('\n')[0]);
  }
}

/** A positive (or, with `zero`, non-negative) figure of an option. */
export function figureOption(values: Options, name: string, fallback?: number, zero = false): number {
  const text = values[name];
  if (text === undefined) {
    if (fallback !== undefined) return fallback;
    throw new CommandFailure(`--${name} is missing; give a figure`);
  }
  const value = /^\d+(\.\d*)?$|^\.\d+$/.test(String(text)) ? Number(text) : NaN;
  if (!(zero ? value >= 0 : value > 0) || !Number.isFinite(value))
    throw new CommandFailure(
      `--${name} "${String(text)}" is not a ${zero ? 'non-negative' : 'positive'} figure; write it with a decimal point`,
    );
  return value;
}

export const printJson = (value: unknown): void => {
  process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
};

/** Whole or not at all. */
export function writeWhole(out: string, bytes: Uint8Array): void {
  try {
    writeFileSync(`${out}.part`, bytes);
    renameSync(`${out}.part`, out);
  } catch (error) {
    throw new CommandFailure(`${out}: cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`);
  }
}
