import { readdirSync } from 'node:fs';

const list = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !/\.(test|cases)\.ts$/.test(name))
    .map((name) => `${folder}/${name}`)
    .sort();

/** What is changed, and by what it is judged. */
export interface Scope {
  readonly name: 'rules' | 'program facts' | 'layer facts' | 'mesh facts' | 'analyses';
  readonly files: readonly string[];
  /** What is asked of one mutant at most, by what its tests take without any; all of them where left out. */
  readonly mostAskedMs?: number;
}
const RULES = 'src/areas/rules';
const NOT_RULES =
  /\/(index|fixture|figuresFixture|cases|stackCases|stackChecks|loadCases|engineChecks|headChecks|figureChecks|version|stored|contextFile|fileOfContext|contextFileSchema|meshReport|outcome|recipeInput|readers|stackSettings)\.ts$/;
export const scopes: readonly Scope[] = [
  { name: 'rules', files: list(RULES).filter((f) => !NOT_RULES.test(f)) },
  {
    name: 'program facts',
    files: [
      'bounds',
      'commands',
      'facts',
      'flowWindow',
      'heat',
      'interpreter',
      'layers',
      'modalState',
      'program',
      'tally',
    ].map((n) => `src/core/gcode/${n}.ts`),
  },
  { name: 'layer facts', files: ['layerFlood', 'runs', 'stackReport'].map((n) => `src/core/resin/${n}.ts`) },
  {
    name: 'mesh facts',
    mostAskedMs: 12_000, // a whole tool path is laid out for each body
    files: [
      ...['overhang', 'bridges', 'moments', 'thickness', 'units'].map((n) => `src/core/mesh/${n}.ts`),
      'src/areas/checks/model/meshJob.ts',
      'src/areas/checks/model/overhangLimit.ts',
    ],
  },
  {
    name: 'analyses',
    files: list('src/areas/trials/kinds').filter((f) =>
      /\/analysis\.ts$|\/(ladder|lastFine|waveTower|motionTower|table)\.ts$/.test(f),
    ),
  },
];
