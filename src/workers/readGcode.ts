import { checkJob } from '../areas/rules/run.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { GcodeInspector } from '../core/gcode/inspect.ts';
import { CannotUnpack, isGzip, unpackedPieces } from '../core/gcode/unpack.ts';
import { sentenceOf } from '../core/result/result.ts';

const POST_EVERY_MS = 250;

/** Reads a local file chunk by chunk and posts what the rules find so far; the same core as the server's run. */
self.onmessage = async ({ data }: MessageEvent<{ file: File; sheet: CheckContext }>) => {
  try {
    await readProgram(data.file, data.sheet);
  } catch (e) {
    if (!(e instanceof CannotUnpack)) throw e;
    self.postMessage({ refusal: sentenceOf(e.failure) });
  }
};

async function readProgram(file: File, sheet: CheckContext): Promise<void> {
  const inspector = new GcodeInspector(sheet.machine.motion);
  let read = 0;
  const isPacked = isGzip(new Uint8Array(await file.slice(0, 2).arrayBuffer()));
  const pieces = isPacked ? unpackedPieces(counted(file, (n) => (read += n))) : piecesOf(file, (n) => (read += n));
  let posted = 0;
  for await (const piece of pieces) {
    const refusal = inspector.push(piece);
    if (refusal) {
      self.postMessage({ refusal: sentenceOf(refusal) });
      return;
    }
    if (performance.now() - posted > POST_EVERY_MS) {
      posted = performance.now();
      self.postMessage({ read, outcome: checkJob({ report: inspector.partial(), context: sheet }) });
    }
  }
  const report = inspector.finish();
  self.postMessage(
    report.ok
      ? { read, outcome: checkJob({ report: report.value, context: sheet }), done: true }
      : { refusal: sentenceOf(report.failure) },
  );
}

/** The bytes of a file as they are read from the disk, each piece told. */
const counted = (file: File, tell: (bytes: number) => void): ReadableStream<Uint8Array> =>
  file.stream().pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      transform(piece, out) {
        tell(piece.length);
        out.enqueue(piece);
      },
    }),
  );
async function* piecesOf(file: File, tell: (bytes: number) => void): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader();
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
    tell(piece.value.length);
    yield piece.value;
  }
}
