import { roleNames } from '../src/areas/recipes/model/recipe.ts';
import { reasonKinds } from '../src/areas/library/model/reasons.ts';
import { catalogue, CATALOGUE_VERSION, settingsOf } from '../src/areas/library/settings/catalogue.ts';
import type { Setting } from '../src/areas/library/settings/define.ts';

/** JSON Schema 2020-12 of a library file, from the catalogue: `npm run docs` writes it. */
export function librarySchema(): object {
  const own = (kind: 'printer' | 'tool' | 'material' | 'process') => ({
    if: { properties: { kind: { const: kind } } },
    then: {
      properties: {
        own: {
          type: 'object',
          additionalProperties: false,
          properties: Object.fromEntries(settingsOf(kind).map((s) => [s.key, { $ref: `#/$defs/${s.key}` }])),
        },
      },
    },
  });
  const text = { type: 'string', minLength: 2, maxLength: 80, pattern: '^[^<>\\u0000-\\u001f\\u007f-\\u009f]*$' };
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'https://cantiere.example/library.schema.json',
    title: 'Library file',
    type: 'object',
    additionalProperties: false,
    required: ['format', 'version', 'catalogueVersion', 'profiles'], // pairings and recipes may be left out
    properties: {
      format: { const: 'cantiere-library' },
      version: { const: 2 },
      catalogueVersion: { type: 'integer', minimum: 1, maximum: CATALOGUE_VERSION },
      profiles: { type: 'array', maxItems: 20000, items: { $ref: '#/$defs/_profile' } },
      pairings: { type: 'array', maxItems: 20000, items: { $ref: '#/$defs/_pairing' } },
      recipes: { type: 'array', maxItems: 20000, items: { $ref: '#/$defs/_recipe' } },
    },
    $defs: {
      _profile: {
        type: 'object',
        additionalProperties: false,
        required: [
          'kind',
          'key',
          'name',
          'technology',
          'parent',
          'stock',
          'tags',
          'notes',
          'own',
          'reasons',
          'revision',
        ],
        properties: {
          kind: { enum: ['printer', 'tool', 'material', 'process'] },
          key: { type: 'string', pattern: '^[a-z0-9][a-z0-9.-]{0,79}$' },
          name: text,
          technology: { enum: ['filament', 'resin'] },
          parent: { type: ['string', 'null'] },
          stock: { type: 'boolean' },
          tags: { type: 'array', maxItems: 20, items: text },
          notes: { type: 'string', maxLength: 5000 },
          own: { type: 'object' },
          revision: { type: 'integer', minimum: 1 },
          reasons: {
            type: 'object',
            additionalProperties: {
              type: 'object',
              additionalProperties: false,
              required: ['kind', 'text'],
              properties: {
                kind: { enum: reasonKinds },
                text: { type: 'string', maxLength: 500 },
                until: { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$' },
              },
            },
          },
        },
        allOf: (['printer', 'tool', 'material', 'process'] as const).map(own),
      },
      _pairing: {
        type: 'object',
        additionalProperties: false,
        required: ['scope', 'place', 'mount', 'tool', 'material', 'revision', 'entries'],
        properties: {
          scope: { enum: ['machine', 'printer'] },
          place: { type: 'string' },
          mount: { type: 'integer', minimum: 0, maximum: 7 },
          tool: { type: 'string' },
          material: { type: 'string' },
          revision: { type: 'integer', minimum: 1 },
          entries: {
            type: 'object',
            additionalProperties: false,
            properties: Object.fromEntries(
              catalogue
                .filter((s) => s.owners.includes('pairing'))
                .map((s) => [s.key, { type: 'array', minItems: 1, maxItems: 40, items: { $ref: '#/$defs/_proven' } }]),
            ),
          },
        },
      },
      _proven: {
        type: 'object',
        additionalProperties: false,
        required: [
          'value',
          'uncertainty',
          'range',
          'trialId',
          'trialName',
          'machineId',
          'conditions',
          'provenOn',
          'validUntil',
        ],
        properties: {
          value: { type: 'number' },
          uncertainty: { type: 'number', minimum: 0 },
          range: {
            type: 'object',
            additionalProperties: false,
            required: ['min', 'max', 'minEnd', 'maxEnd'],
            properties: {
              min: { type: 'number' },
              max: { type: 'number' },
              minEnd: { enum: ['failedBeyond', 'notTriedBeyond'] },
              maxEnd: { enum: ['failedBeyond', 'notTriedBeyond'] },
            },
          },
          trialId: { type: 'string', maxLength: 80 },
          trialName: { type: 'string', maxLength: 80 },
          machineId: { type: 'string', maxLength: 80 },
          conditions: { type: 'object' },
          provenOn: { type: 'string' },
          validUntil: { type: 'string' },
        },
      },
      _recipe: {
        type: 'object',
        additionalProperties: false,
        required: ['name', 'machine', 'printer', 'process', 'overrides', 'roles'],
        properties: {
          name: text,
          machine: { type: ['string', 'null'] },
          printer: { type: ['string', 'null'] },
          process: { type: 'string' },
          overrides: { type: 'object' },
          roles: {
            type: 'array',
            minItems: 1,
            maxItems: roleNames.length,
            items: {
              type: 'object',
              additionalProperties: false,
              required: ['role', 'tool', 'material'],
              properties: {
                role: { enum: roleNames },
                tool: { type: ['string', 'null'] },
                material: { type: 'string' },
              },
            },
          },
        },
      },
      ...settingDefs(),
    },
  };
}
/** Every setting of the catalogue as a definition. */
export const settingDefs = (): object =>
  Object.fromEntries(catalogue.map((s) => [s.key, { title: s.label, description: s.what, ...typeOf(s) }]));
function typeOf(s: Setting): object {
  switch (s.type) {
    case 'number':
    case 'integer':
      return { type: s.type, minimum: s.range[0], maximum: s.range[1] };
    case 'range':
      return {
        type: 'array',
        minItems: 2,
        maxItems: 2,
        items: { type: 'number', minimum: s.range[0], maximum: s.range[1] },
      };
    case 'choice':
      return { enum: s.choices };
    case 'flag':
      return { type: 'boolean' };
    case 'text':
      return { type: 'string', maxLength: s.longest };
  }
}
