import { checkJob } from '../areas/checks/rules/index.ts';
import type { LimitSheet } from '../areas/checks/model/sheet.ts';
import { GcodeInspector } from '../core/gcode/inspect.ts';
import { sentenceOf } from '../core/result/result.ts';

const POST_EVERY_MS = 250;

/** Reads a local file chunk by chunk and posts what the rules find so far; the same core as the server's run. */
self.onmessage = async ({ data }: MessageEvent<{ file: File; sheet: LimitSheet }>) => {
  const { file, sheet } = data;
  const inspector = new GcodeInspector(sheet.machine.motion);
  const reader = file.stream().getReader();
  let read = 0;
  let posted = 0;
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
    const refusal = inspector.push(piece.value);
    if (refusal) {
      self.postMessage({ refusal: sentenceOf(refusal) });
      return;
    }
    read += piece.value.length;
    if (performance.now() - posted > POST_EVERY_MS) {
      posted = performance.now();
      self.postMessage({ read, outcome: checkJob({ report: inspector.partial(), sheet }) });
    }
  }
  const report = inspector.finish();
  self.postMessage(
    report.ok
      ? { read, outcome: checkJob({ report: report.value, sheet }), done: true }
      : { refusal: sentenceOf(report.failure) },
  );
};
