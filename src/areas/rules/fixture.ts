import type { Proof } from '../library/model/records.ts';
import { resolveValues, valuesOf } from '../library/model/resolve.ts';
import type { Values } from '../library/settings/define.ts';
import { standardPolicy } from '../machines/model/policy.ts';
import { contextFrom, type CheckContext, type ContextSources, type HeadSources } from './context.ts';
import type { Change } from './define.ts';
import type { OtherHeadRole, RecipeInput, RecipeMachine, RecipeRole, Technology } from './recipeInput.ts';

const proof = (key: string, value: number, min: number, max: number): Proof => ({
  key,
  state: 'proven',
  value,
  uncertainty: 0.01,
  range: { min, max, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
  trialId: 't',
  trialName: 'T-0001',
  provenOn: '2026-11-01T00:00:00.000Z',
  ageDays: 20,
  daysLeft: 60,
  because: null,
  conditions: {},
});

const filament: Values = {
  travelXMm: 348,
  travelYMm: 342,
  travelZMm: 400,
  maxFeedXMmPerS: 300,
  maxFeedYMmPerS: 300,
  maxFeedZMmPerS: 12,
  maxFeedEMmPerS: 80,
  accelerationMmPerS2: 1500,
  bedMaxC: 125,
  chamberMaxC: 60,
  densityGPerCm3: 1.07,
  pricePerKg: 30,
  machineRatePerHour: 1,
  enclosure: true,
  hasBedHeater: true,
  startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28\nG90',
  endBlock: 'M104 S0\nM140 S0\nM84',
  nozzleDiameterMm: 0.4,
  nozzleMaterial: 'hardened steel',
  hotEndMaxC: 300,
  catalogueFlowMm3PerS: 12,
  allowedFamilies: 'PLA, PETG, ASA',
  reservedFor: '',
  family: 'ASA',
  nozzleC: 248,
  nozzleRangeC: [240, 260],
  bedC: 98,
  bedRangeC: [85, 110],
  chamberC: 50,
  fanPercent: 15,
  fanRangePercent: [0, 40],
  enclosureNeed: 'closed',
  flow: 0.96,
  highestFlowMm3PerS: 10.4,
  retractionMm: 1.2,
  retractionMmPerS: 35,
  lowestLayerTimeS: 10,
  glassTransitionC: 100,
  abrasive: false,
  bondsWith: 'ASA, ABS',
  supportPartners: 'PVA, ASA',
  steepestOverhangDeg: 50,
  dryingC: 80,
  solubleIn: '',
  layerHeightMm: 0.2,
  lineWidthMm: 0.44,
  visibleWallSpeedMmPerS: 40,
  minimumLayerTimeS: 12,
  supportAngleDeg: 45,
  brimMm: 4,
  skirtLeastMm: 0,
};
const resin: Values = {
  travelXMm: 143,
  travelYMm: 89,
  travelZMm: 170,
  pixelMm: 0.034,
  screenPixelsX: 4200,
  screenPixelsY: 2600,
  screenWavelengthNm: 405,
  irradianceMwPerCm2: 3,
  highestLiftMmPerS: 5,
  samplesPerPixelMost: 4,
  delayCounting: 'from light-off',
  wavelengthNm: 405,
  workingRangeC: [20, 30],
  penetrationDepthMm: 0.15,
  criticalDoseMjPerCm2: 4,
  resinLayerMm: 0.05,
  exposureS: 2.6,
  exposureBottomS: 26,
  bottomThicknessMm: 0.25,
  bottomLayers: 5,
  transitionLayers: 6,
  liftFirstMm: 3,
  liftFirstMmPerS: 1,
  liftSecondMm: 4,
  returnFirstMm: 4,
  returnSecondMm: 3,
  pauseBeforeExposureS: 1.5,
  importedDelayS: 11,
};
const machine: RecipeMachine = {
  name: 'Rifugio Vodice',
  ready: true,
  mountedToolId: 'tool',
  loadedMaterialId: 'asa',
  loadedLot: '2231',
  remainingG: 700,
  speedPercent: 100,
  lid: 'closed',
  resinC: 25,
  knownForDays: 2,
};
/** The part body of the valid recipe. */
export const roleFixture: RecipeRole = {
  role: 'part body',
  toolId: 'tool',
  materialId: 'asa',
  materialName: 'Torba ASA natural',
  family: 'ASA',
  bondsWith: 'ASA, ABS',
  supportPartners: 'PVA, ASA',
};

/** What a second head of the valid machine may lay. */
export const secondRoleFixture = (role: RecipeRole['role']): RecipeRole => ({
  role,
  toolId: 'second tool',
  materialId: 'pva',
  materialName: 'Nebbia PVA',
  family: 'PVA',
  bondsWith: '',
  supportPartners: 'ASA',
});
const soluble: Values = {
  family: 'PVA',
  nozzleC: 212,
  nozzleRangeC: [200, 225],
  bedRangeC: [40, 110],
  standbyC: 150,
  densityGPerCm3: 1.23,
  pricePerKg: 80,
  flow: 0.95,
  retractionMm: 1.6,
  highestFlowMm3PerS: 8,
  allowedFamilies: '',
  glassTransitionC: 60,
  dryingC: 45,
  fanPercent: 20,
  fanRangePercent: [0, 50],
  solubleIn: 'water',
  steepestOverhangDeg: 40,
};
/** What a case changes about the second head. */
export interface SecondHeadChange {
  readonly values?: Values;
  readonly roles?: readonly OtherHeadRole[];
  readonly proofs?: Readonly<Record<string, Partial<Proof> | null>>;
  readonly loaded?: CheckContext['machine']['loaded'];
  readonly mounted?: CheckContext['machine']['mounted'];
}
/** A second head with soluble filament that no rule says anything about, with some things changed. */
const secondHead = (values: Values, change: SecondHeadChange): HeadSources => ({
  tool: 1,
  roles: change.roles ?? ['support', 'support contact'],
  toolProfile: { id: 'second tool', name: '0.4 brass' },
  material: { id: 'pva', name: 'Nebbia PVA' },
  values: effective({ ...values, ...soluble, ...change.values }),
  mounted: change.mounted === undefined ? { id: 'second tool', name: '0.4 brass', nozzleMm: 0.4 } : change.mounted,
  loaded: change.loaded === undefined ? { id: 'pva', name: 'Nebbia PVA', lot: '88', remainingG: 400 } : change.loaded,
  proofs: changedProofs(
    {
      flow: proof('flow', 0.95, 0.92, 0.98),
      nozzleC: proof('nozzleC', 212, 205, 220),
      highestFlowMm3PerS: proof('highestFlowMm3PerS', 8, 0, 8),
      retractionMm: proof('retractionMm', 1.6, 1.4, 2.2),
      accelerationMmPerS2: proof('accelerationMmPerS2', 1500, 0, 1600),
      bedC: proof('bedC', 98, 90, 105),
      zOffsetMm: proof('zOffsetMm', 0, -0.05, 0.05),
    },
    change.proofs ?? {},
  ),
});

const effective = (own: Values): Values =>
  valuesOf(resolveValues([{ kind: 'process', name: 'clean', profileId: null, own }]));

/** Effective values of the valid recipe with some of its own values changed: what falls back on them changes with them. */
export const effectiveFixture = (change: Values): Values => effective({ ...filament, ...change });

/** A recipe that no rule says anything about: what cases are single changes of. */
export const validRecipeFixture = (technology: Technology): RecipeInput =>
  technology === 'filament'
    ? {
        technology,
        values: effective(filament),
        roles: [roleFixture],
        provenOnly: false,
        machine,
        proofs: {
          flow: proof('flow', 0.96, 0.93, 0.99),
          nozzleC: proof('nozzleC', 248, 244, 252),
          bedC: proof('bedC', 98, 90, 105),
          highestFlowMm3PerS: proof('highestFlowMm3PerS', 10.4, 0, 10.4),
          retractionMm: proof('retractionMm', 1.2, 1.1, 1.8),
          scaleXPercent: proof('scaleXPercent', 100, 99.85, 100.15),
          scaleYPercent: proof('scaleYPercent', 100, 99.85, 100.15),
          scaleZPercent: proof('scaleZPercent', 100, 99.85, 100.15),
          accelerationMmPerS2: proof('accelerationMmPerS2', 1500, 0, 1600),
          highestWallSpeedMmPerS: proof('highestWallSpeedMmPerS', 60, 0, 60),
          lowestLayerTimeS: proof('lowestLayerTimeS', 10, 10, 60),
          zOffsetMm: proof('zOffsetMm', 0, -0.05, 0.05),
          steepestOverhangDeg: {
            ...proof('steepestOverhangDeg', 50, 0, 50),
            range: { min: 0, max: 50, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
          },
        },
      }
    : {
        technology,
        values: effective(resin),
        roles: [],
        provenOnly: false,
        machine: { ...machine, lid: 'none' },
        proofs: {
          exposureS: { ...proof('exposureS', 2.6, 2.3, 3), conditions: { layerHeightMm: 0.05, resinC: 24 } },
          exposureBottomS: proof('exposureBottomS', 26, 22, 32),
          liftFirstMmPerS: { ...proof('liftFirstMmPerS', 1.2, 0, 1.2), conditions: { areaMm2: 100 } },
          pauseBeforeExposureS: proof('pauseBeforeExposureS', 1, 1, 60),
          supportTipMm: proof('supportTipMm', 0.4, 0.35, 3),
        },
      };

/** A recipe with a change done to it; a key set to null is taken away. */
export function changed(input: RecipeInput, change: Change): RecipeInput {
  return {
    ...input,
    proofs: changedProofs(input.proofs, change.proofs ?? {}),
    roles: change.roles ?? input.roles,
    values: { ...input.values, ...change.values },
    machine: input.machine && { ...input.machine, ...change.machine },
  };
}
const BLANK_PROOF: Proof = { ...proof('', 0, 0, 0), state: 'unproven', trialId: '', trialName: '', provenOn: '' };
function changedProofs(
  proofs: RecipeInput['proofs'],
  changes: Readonly<Record<string, Partial<Proof> | null>>,
): RecipeInput['proofs'] {
  const now: Record<string, Proof> = { ...proofs };
  for (const [key, change] of Object.entries(changes)) {
    if (change === null) delete now[key];
    else now[key] = { ...(now[key] ?? BLANK_PROOF), ...change, key };
  }
  return now;
}
/** A proof of a setting as cases write it: proven up to `max`, and seen to fail beyond. */
export const failedBeyond = (value: number, max: number, min = 0): Partial<Proof> => ({
  ...proof('', value, min, max),
  range: { min, max, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
});
/** The same with a margin that the farm keeps: up to `held` a trial saw it hold. */
export const heldTo = (value: number, max: number, held: number): Partial<Proof> => ({
  ...proof('', value, 0, max),
  range: { min: 0, max, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond', heldTo: held },
});
/** The same where nobody tried beyond either end. */
export const notTriedBeyond = (value: number, min: number, max: number): Partial<Proof> => proof('', value, min, max);

/** What a case changes round a job: effective values first, for most of the context follows from them. */
export interface ContextChange {
  readonly values?: Values;
  /** Settings the recipe does not have. */
  readonly without?: readonly string[];
  readonly proofs?: Readonly<Record<string, Partial<Proof> | null>>;
  readonly roles?: readonly RecipeRole[];
  /** A second head with soluble filament; none where nothing is said. */
  readonly second?: SecondHeadChange;
  /** What is known of the machine. */
  readonly known?: Partial<RecipeMachine>;
  readonly machine?: Partial<CheckContext['machine']>;
  readonly job?: Partial<ContextSources['job']>;
  readonly policy?: Partial<ContextSources['policy']>;
  /** Parts of the context that older runs did not keep. */
  readonly forget?: readonly ('policy' | 'heads' | 'isConnected' | 'scalePercent' | 'values' | 'asKnown')[];
}
const spool = { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 700 };

/** The surroundings of a job that no rule says anything about, with some things changed; made as the server makes them. */
export function validContextFixture(change: ContextChange = {}): CheckContext {
  const recipe = validRecipeFixture('filament');
  const values = effective({ ...filament, brimMm: 0, ...change.values });
  const kept = Object.fromEntries(
    Object.entries(values).filter(([key]) => !(change.without ?? ['supportAngleDeg']).includes(key)),
  );
  const made = contextFrom({
    machine: { id: 'm', name: 'Rifugio Vodice', isConnected: true },
    tool: { id: 'tool', name: '0.4 hardened' },
    material: { id: 'asa', name: 'Torba ASA natural' },
    process: { id: 'fine', name: 'Fine 0.20' },
    values: kept,
    roles: change.roles ?? recipe.roles,
    proofs: changedProofs(recipe.proofs, change.proofs ?? {}),
    asKnown: { ...machine, ...change.known },
    mounted: { id: 'tool', name: '0.4 hardened', nozzleMm: 0.4 },
    loaded: spool,
    ...(change.second && {
      bodyTool: 0,
      heads: [secondHead({ ...filament, brimMm: 0, ...change.values }, change.second)],
    }),
    policy: { ...standardPolicy, ...change.policy },
    job: { class: 'in-house', fileName: 'vent.gcode', quantity: 1, purpose: null, ...change.job },
  });
  if (!made.ok) throw new RangeError(made.failure.what);
  return forgetting({ ...made.value, machine: { ...made.value.machine, ...change.machine } }, change.forget ?? []);
}
/** The same of a resin job. */
export function validResinContextFixture(change: ContextChange = {}): CheckContext {
  const recipe = validRecipeFixture('resin');
  const made = contextFrom({
    technology: 'resin',
    machine: { id: 'm', name: 'Rifugio Vodice', isConnected: true },
    tool: { id: 'tool', name: 'film 0.15' },
    material: { id: 'asa', name: 'Quarzo grey' },
    process: { id: 'fine', name: 'Resin 0.05' },
    values: Object.fromEntries(
      Object.entries(effective({ ...resin, ...change.values })).filter(([key]) => !change.without?.includes(key)),
    ),
    roles: [],
    proofs: changedProofs(recipe.proofs, change.proofs ?? {}),
    asKnown: { ...machine, lid: 'none', ...change.known },
    mounted: { id: 'tool', name: 'film 0.15', nozzleMm: 0 },
    loaded: spool,
    policy: { ...standardPolicy, ...change.policy },
    job: { class: 'in-house', fileName: 'gasket.zip', quantity: 1, purpose: null, ...change.job },
  });
  if (!made.ok) throw new RangeError(made.failure.what);
  return { ...made.value, machine: { ...made.value.machine, ...change.machine } };
}
function forgetting(context: CheckContext, keys: NonNullable<ContextChange['forget']>): CheckContext {
  const left = <T extends object>(part: T): T =>
    Object.fromEntries(Object.entries(part).filter(([key]) => !(keys as readonly string[]).includes(key))) as T;
  return { ...left(context), machine: left(context.machine), recipe: left(context.recipe) };
}

/** Layers of the program of cases, and what each is laid in. */
const [LAYERS, LAYER_MM, LINE_MM] = [5, 0.2, 0.44];
const [LOOPS, LEFT, FRONT, WIDE, DEEP] = [4, 90, 95, 40, 30];

/** Lines of each part of a plain program: a start, five layers of four loops each, an end. */
export function programFixture(): Readonly<Record<ProgramPart, string>> {
  const perMm = (((LINE_MM - LAYER_MM) * LAYER_MM + (Math.PI * LAYER_MM ** 2) / 4) * 0.96) / (Math.PI * 0.875 ** 2);
  const layer = (k: number): string => {
    const feed = k === 1 ? 1200 : 2400;
    const loops = Array.from({ length: LOOPS }, (_, n) => {
      const [x0, y0] = [LEFT + n * LINE_MM, FRONT + n * LINE_MM];
      const [x1, y1] = [LEFT + WIDE - n * LINE_MM, FRONT + DEEP - n * LINE_MM];
      const [e, f] = [((x1 - x0) * perMm).toFixed(5), ((y1 - y0) * perMm).toFixed(5)];
      return [
        `G0 X${x0.toFixed(2)} Y${y0.toFixed(2)} F6000`,
        `G1 X${x1.toFixed(2)} E${e} F${feed}`,
        `G1 Y${y1.toFixed(2)} E${f}`,
        `G1 X${x0.toFixed(2)} E${e}`,
        `G1 Y${y0.toFixed(2)} E${f}`,
      ].join('\n');
    });
    const raise = `G0 Z${(k * LAYER_MM).toFixed(1)} F480`;
    return [...(k === 1 ? [raise] : ['G1 E-1.2 F2100', raise, 'G1 E1.2 F2100']), ...loops].join('\n');
  };
  return {
    start: 'M140 S98\nM104 S248\nG28\nM190 S98\nM109 S248\nG90\nM83',
    layer1: layer(1),
    layer2: `M106 S38\n${layer(2)}`,
    layer3: layer(3),
    layer4: layer(4),
    layer5: layer(LAYERS),
    end: 'G1 E-1.2 F2100\nG0 Z21 F480\nM107\nM104 S0\nM140 S0\nM84',
  };
}
export type ProgramPart = 'start' | `layer${1 | 2 | 3 | 4 | 5}` | 'end';
