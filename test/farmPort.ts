/** Tests that serve a simulated farm of their own. */
const FILES = ['line', 'asJudged', 'unwritten', 'printBench', 'twoHeads'] as const;
const OF_A_FARM = 4;
const PROCESSES = 500;
/** The first of the ports of a test's farm: others for each file and process, and below those that the system gives to connections. */
export const farmPort = (file: (typeof FILES)[number]): number =>
  10_000 + (FILES.indexOf(file) * PROCESSES + (process.pid % PROCESSES)) * OF_A_FARM;
