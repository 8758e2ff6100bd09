import { describe, expect, test } from 'vitest';
import { combinationOf } from './combination.ts';

const machines = [
  { id: 'm1', name: 'Rifugio Tissi' },
  { id: 'm2', name: 'Rifugio Vodice' },
];
const asked = (text: string) => {
  const { settings, ...other } = combinationOf(text, machines);
  return { keys: settings.map((s) => s.key), ...other };
};

describe('what is asked for in a few words', () => {
  test('is parted into setting, machine and what is left of a material, in any order', () => {
    const parted = { keys: expect.arrayContaining(['nozzleC']) as string[], machineIds: ['m1'], rest: 'petg' };
    expect(asked('petg nozzle tissi')).toEqual(parted);
    expect(asked('Tissi  PETG nozzle')).toEqual(parted);
  });
  test('names the shortest label first', () => expect(asked('retraction torba').keys[0]).toBe('retractionMm'));
  test('needs every word of a setting in one label, or in what it measures', () => {
    expect(asked('bed temperature torba').keys[0]).toBe('bedC');
    expect(asked('bed temperature torba').keys).toEqual(expect.not.arrayContaining(['nozzleC']));
  });
  test('speaks of no setting and no machine where no word does', () =>
    expect(asked('torba asa')).toEqual({ keys: [], machineIds: [], rest: 'torba asa' }));
  test('may mean several machines by what their names have in common', () =>
    expect(asked('rifugio nozzle').machineIds).toEqual(['m1', 'm2']));
});
