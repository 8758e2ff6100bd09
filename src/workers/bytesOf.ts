/** Files by their digest, read whole. */
export async function bytesOf(files: readonly (readonly [string, Blob])[]): Promise<Map<string, Uint8Array>> {
  return new Map(
    await Promise.all(files.map(async ([key, file]) => [key, new Uint8Array(await file.arrayBuffer())] as const)),
  );
}
