import { writeFileSync } from 'node:fs';
import { generatedPages } from './generatedPages.ts';

for (const { path, make } of generatedPages) {
  writeFileSync(path, make());
  console.log(path);
}
