import { catalogue, settingsOf } from '../src/areas/library/settings/catalogue.ts';
import type { ProfileKind } from '../src/areas/library/settings/define.ts';
import { contextStates } from '../src/areas/rules/contextFileSchema.ts';
import { jobClasses, REASON_LENGTH } from '../src/areas/machines/model/policy.ts';
import { purposes } from '../src/areas/rules/context.ts';
import {
  ends,
  evidenceStates,
  fileRoleNames,
  LONGEST_NAME,
  MOST,
  MOST_PROOFS,
} from '../src/areas/rules/contextFileSchema.ts';
import { settingDefs } from './librarySchema.ts';

const closed = (properties: object, required: readonly string[] = []): object => ({
  type: 'object',
  additionalProperties: false,
  ...(required.length > 0 && { required }),
  properties,
});
const list = (items: object, maxItems = MOST): object => ({ type: 'array', maxItems, items });
const refs = (keys: readonly string[]): object =>
  closed(Object.fromEntries(keys.map((key) => [key, { $ref: `#/$defs/${key}` }])));
const valuesOf = (kind: ProfileKind): object => refs(settingsOf(kind).map((s) => s.key));
const name = { type: 'string', minLength: 1, maxLength: LONGEST_NAME };
const counted = { type: 'integer', minimum: 1 };
const reasons = {
  type: 'object',
  additionalProperties: { type: 'string', minLength: REASON_LENGTH[0], maxLength: REASON_LENGTH[1] },
};
const ceiling = { type: ['number', 'null'], exclusiveMinimum: 0 };

/** JSON Schema 2020-12 of a job's surroundings, from the catalogue: `npm run docs` writes it. */
export const contextSchema = (): object => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'https://cantiere.example/context.schema.json',
  title: 'Check context',
  ...closed({
    version: { const: 1 },
    technology: { enum: ['filament', 'resin'] },
    machine: closed({
      name,
      values: valuesOf('printer'),
      state: { enum: contextStates },
      resinC: { type: 'number', minimum: 0, maximum: 80 },
      inVatMl: { type: 'number', minimum: 0, maximum: 20_000 },
      mounts: list(
        closed({
          name,
          values: valuesOf('tool'),
          slots: list(closed({ material: name, lot: name, remainingG: { type: 'number', minimum: 0 } }, ['material'])),
        }),
      ),
    }),
    process: closed({ name, values: valuesOf('process') }),
    materials: { type: 'object', additionalProperties: closed({ name, values: valuesOf('material') }) },
    roles: list(
      closed(
        {
          role: { enum: fileRoleNames },
          mount: counted,
          slot: counted,
          material: name,
          values: refs(catalogue.map((s) => s.key)),
        },
        ['role', 'material'],
      ),
    ),
    proofs: list(
      closed(
        {
          mount: counted,
          material: name,
          setting: { enum: catalogue.map((s) => s.key) },
          value: { type: 'number' },
          min: { type: 'number' },
          max: { type: 'number' },
          minEnd: { enum: ends },
          maxEnd: { enum: ends },
          heldTo: { type: 'number' },
          state: { enum: evidenceStates },
          trial: name,
          because: name,
          daysLeft: { type: 'number' },
          conditions: closed({
            nozzleC: { type: 'number' },
            layerHeightMm: { type: 'number' },
            resinC: { type: 'number' },
            light: { type: 'array', items: { type: 'number', exclusiveMinimum: 0 }, minItems: 15, maxItems: 15 },
            areaMm2: { type: 'number', exclusiveMinimum: 0 },
            lot: name,
          }),
        },
        ['setting', 'value', 'min', 'max'],
      ),
      MOST_PROOFS,
    ),
    policy: closed({
      provenOnly: list({ enum: jobClasses }),
      mayStayUnproven: closed(Object.fromEntries(jobClasses.map((c) => [c, reasons]))),
      ceilings: closed(
        Object.fromEntries(jobClasses.map((c) => [c, closed({ massG: ceiling, cost: ceiling, hours: ceiling })])),
      ),
      firstLayerMostMmPerS: { type: ['number', 'null'], exclusiveMinimum: 0 },
    }),
    job: closed({
      class: { enum: jobClasses },
      quantity: counted,
      prints: counted,
      purpose: { enum: [...purposes, null] },
      fileName: { type: 'string', minLength: 1, maxLength: 255 },
    }),
  }),
  $defs: settingDefs(),
});
