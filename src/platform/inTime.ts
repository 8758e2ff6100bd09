/** What comes of work that is waited for so long and no longer; null where it came too late or failed. It goes on by itself. */
export async function inTime<T>(work: Promise<T>, ms: number): Promise<{ readonly value: T } | null> {
  let late: NodeJS.Timeout | undefined;
  try {
    return await Promise.race([
      work.then((value) => ({ value })),
      new Promise<null>((resolve) => {
        late = setTimeout(() => resolve(null), ms);
      }),
    ]);
  } catch {
    return null;
  } finally {
    clearTimeout(late);
  }
}
/** For how long something that must not hang waits for the database before it goes on without. */
export const DATABASE_SAYS_MS = 700;
