import { boxSolid as box, solidMesh as solid } from '../../../../test/meshes/solids.ts';
import { turnedMesh } from '../../../core/mesh/solids.ts';
import { supportedTable, type Expected, type JobCase, type RuleCases } from '../cases.ts';
import { failedBeyond, notTriedBeyond } from '../fixture.ts';
import { proofsComplete } from './proofsComplete.ts';

const here = 'Rifugio Vodice · 0.4 hardened · Torba ASA natural';
const wanted = (title: string, figure: string, trial: string, more: Partial<Expected> = {}): Expected => ({
  severity: 'blocker',
  title: `${title.charAt(0).toUpperCase()}${title.slice(1)} not proven here`,
  figure,
  limit: 'valid evidence',
  origin: 'class customer part: proven only',
  fix: `run ${/^[ao]/.test(trial) ? 'an' : 'a'} ${trial} trial on ${here}`,
  isUnproven: true,
  ...more,
});
/** A proof taken away from a program brought along: one blocker, naming its trial. */
const without = (
  setting: string,
  title: string,
  figure: string,
  trial: string,
  others?: readonly string[],
): JobCase => ({
  when: `${title} is not proven`,
  job: { class: 'customer part' },
  proofs: { [setting]: null },
  finds: [wanted(title, figure, trial)],
  ...(others && { others }),
});
/** The same of a mesh that is laid with such values. */
const laid = (c: Omit<JobCase, 'job' | 'mesh'> & { readonly mesh?: object }): JobCase => ({
  job: { class: 'customer part' },
  mesh: {},
  ...c,
});
/** Two pillars and a ceiling across them. */
const portal = () => solid(box(-20, 0, 10, 30, 0, 12), box(20, 0, 10, 30, 0, 12), box(0, 0, 50, 30, 12, 18));
/** A cone that opens upward by 60°. */
const cone = () =>
  turnedMesh(
    [
      [6, 0],
      [15.8, 4],
      [15.8, 5],
    ],
    4,
  );

export const cases: RuleCases = {
  rule: proofsComplete,
  job: [
    { when: 'everything is proven', job: { class: 'customer part' }, finds: [] },
    { when: 'everything is proven that a mesh is laid with', job: { class: 'customer part' }, mesh: {}, finds: [] },
    { when: 'the class may print what is not proven', proofs: { scaleXPercent: null }, finds: [] },
    without('nozzleC', 'nozzle temperature', '248 °C without proof', 'temperature'),
    without('highestFlowMm3PerS', 'maximum volumetric flow', '10.4 mm³/s without proof', 'highest flow'),
    without('retractionMm', 'retraction', '1.2 mm without proof', 'retraction'),
    without('lowestLayerTimeS', 'shortest layer time', '10 s without proof', 'layer time'),
    without('accelerationMmPerS2', 'acceleration', '1500 mm/s² without proof', 'acceleration'),
    without('highestWallSpeedMmPerS', 'maximum wall speed', 'without proof', 'wall speed'),
    without('zOffsetMm', 'height offset', '0 mm without proof', 'first layer'),
    without('scaleYPercent', 'scale Y', '100 % without proof', 'dimensions'),
    {
      when: 'three of one trial are wanting: one blocker names them',
      job: { class: 'customer part' },
      proofs: {
        scaleXPercent: null,
        scaleYPercent: { state: 'due', because: 'belt tightened 2 d ago' },
        scaleZPercent: { state: 'sister', because: 'Rifugio Corsi' },
      },
      finds: [
        wanted(
          'scale X; scale Y; scale Z',
          '100 % without proof, 100 % due: belt tightened 2 d ago, 100 % proven only on Rifugio Corsi',
          'dimensions',
          { trialId: 't' },
        ),
      ],
      others: ['evidence-not-due'],
    },
    {
      when: 'the program never retracts',
      job: { class: 'customer part' },
      proofs: { retractionMm: null },
      program: { replace: [[/G1 E-?1\.2 F2100\n/g, '']] },
      finds: [],
    },
    {
      when: 'a program calls the one head it prints with, and no offset is proven',
      job: { class: 'customer part' },
      program: { before: { layer3: 'T0' } },
      finds: [],
    },
    {
      when: 'a second head prints and its offset is not proven',
      job: { class: 'customer part' },
      machine: { heads: 2 },
      program: { before: { layer3: 'T1\nT0' } },
      finds: [wanted('second head, X; second head, Y', '0 mm without proof, 0 mm without proof', 'head offset')],
    },
    {
      when: 'the policy lets it stay unproven, and says why',
      job: { class: 'customer part' },
      policy: { mayStayUnproven: { 'customer part': { scaleZPercent: 'heights are machined after' } } },
      proofs: { scaleZPercent: null },
      finds: [
        {
          severity: 'note',
          title: 'Unproven, as the policy allows',
          figure: 'Scale Z',
          limit: 'valid evidence',
          origin: 'farm policy: heights are machined after',
          fix: 'nothing, or run their trials',
          isUnproven: true,
        },
      ],
    },
    {
      when: 'the policy lets flow stay unproven: its own rule cautions, and the reason stands here',
      job: { class: 'customer part' },
      policy: { mayStayUnproven: { 'customer part': { flow: 'walls are measured on the first piece' } } },
      proofs: { flow: null },
      finds: [
        {
          severity: 'note',
          title: 'Unproven, as the policy allows',
          figure: 'Flow',
          limit: 'valid evidence',
          origin: 'farm policy: walls are measured on the first piece',
          fix: 'nothing, or run their trials',
          isUnproven: true,
        },
      ],
      others: ['flow-evidence'],
    },
    {
      when: 'nothing is laid',
      job: { class: 'customer part' },
      program: { instead: { layer1: '', layer2: '', layer3: '', layer4: '', layer5: '' } },
      finds: [],
      needs: 'a program that extrudes',
      others: ['lays-something'],
    },
    laid({
      when: 'a mesh is laid with a pressure factor nobody has proven',
      values: { pressureS: 0.05, pressureCommand: 'M4100 S{value}' },
      finds: [wanted('pressure factor', '0.05 s without proof', 'pressure')],
    }),
    laid({
      when: 'a mesh is laid with a proven pressure factor',
      values: { pressureS: 0.05, pressureCommand: 'M4100 S{value}' },
      proofs: { pressureS: notTriedBeyond(0.05, 0.04, 0.06) },
      finds: [],
    }),
    laid({
      when: 'a mesh is laid with a refill nobody has proven',
      values: { refillMm: 0.05 },
      finds: [wanted('refill after travel', '0.05 mm without proof', 'refill')],
    }),
    laid({
      when: 'a mesh is laid with a contour offset nobody has proven',
      values: { contourOffsetMm: 0.05 },
      finds: [wanted('contour offset', '0.05 mm without proof', 'dimensions')],
    }),
    laid({
      when: 'a mesh overhangs nowhere, and no overhang is proven',
      proofs: { steepestOverhangDeg: null },
      finds: [],
    }),
    laid({
      when: 'a ceiling hangs between two pillars',
      mesh: { body: portal },
      finds: [wanted('longest bridge', '30 mm without proof', 'bridge')],
      others: ['bridge-proven'],
    }),
    laid({
      when: 'a ceiling hangs between two pillars, and bridges are proven',
      mesh: { body: portal },
      proofs: { longestBridgeMm: failedBeyond(30, 30) },
      finds: [],
    }),
    laid({
      when: 'a mesh overhangs and nobody has proven how far',
      mesh: { body: cone },
      values: { minimumLayerTimeS: 14 },
      proofs: { steepestOverhangDeg: null },
      finds: [wanted('largest overhang angle', '50 ° without proof', 'overhang')],
      others: ['overhang-proven'],
    }),
    {
      when: 'the second head’s offset is not proven, in such a class',
      ...supportedTable,
      job: { class: 'customer part' },
      finds: [
        wanted('second head, X; second head, Y', '0 mm without proof, 0 mm without proof', 'head offset', { head: 1 }),
      ],
    },
    {
      when: 'the support’s retraction is not proven, in a class that prints only what is',
      ...supportedTable,
      job: { class: 'customer part' },
      proofs: { headOffsetXMm: notTriedBeyond(0, -0.08, 0.08), headOffsetYMm: notTriedBeyond(0, -0.08, 0.08) },
      second: { proofs: { retractionMm: null } },
      finds: [
        {
          severity: 'blocker',
          title: 'Retraction not proven here',
          figure: '1.6 mm without proof',
          limit: 'valid evidence',
          origin: 'class customer part: proven only',
          fix: 'run a retraction trial on Rifugio Vodice · 0.4 brass · Nebbia PVA',
          isUnproven: true,
          head: 2,
        },
      ],
    },
  ],
};
