import { configurationPage } from './configurationPage.ts';
import { contextSchema } from './contextSchema.ts';
import { librarySchema } from './librarySchema.ts';
import { readingsPage } from './readingsPage.ts';
import { routeList } from './routeList.ts';
import { rulesPage } from './rulesPage.ts';
import { settingsPage } from './settingsPage.ts';

/** Every page that is made from the code, and how: `npm run docs` writes them, a test holds them. */
export const generatedPages: readonly { readonly path: string; readonly make: () => string }[] = [
  { path: 'docs/settings.md', make: settingsPage },
  { path: 'docs/rules.md', make: rulesPage },
  { path: 'docs/configuration.md', make: configurationPage },
  { path: 'docs/formats/readings.md', make: readingsPage },
  { path: 'docs/formats/library.schema.json', make: () => `${JSON.stringify(librarySchema(), null, 1)}\n` },
  { path: 'docs/formats/context.schema.json', make: () => `${JSON.stringify(contextSchema(), null, 1)}\n` },
  { path: 'src/pages/api/_routes.ts', make: routeList },
];
