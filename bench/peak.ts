import { createReadStream } from 'node:fs';
import { GcodeInspector } from '../src/core/gcode/inspect.ts';
import { exampleLimits } from '../src/core/motion/limits.ts';

// Prints the peak resident size in MB of reading one file in chunks, as the worker does.
const inspector = new GcodeInspector(exampleLimits);
for await (const chunk of createReadStream(process.argv[2]!, { highWaterMark: 1 << 20 }))
  inspector.push(chunk as Uint8Array);
if (!inspector.finish().ok) throw new Error('the synthetic file was refused');
console.log((process.resourceUsage().maxRSS / 1024).toFixed(0));
