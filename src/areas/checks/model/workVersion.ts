declare const __WORK_VERSION__: string | undefined;

/** Digest of everything that is measured of a file, set by the build (scripts/versions.mjs); null in code that was never built. */
export const WORK_VERSION: string | null = typeof __WORK_VERSION__ === 'string' ? __WORK_VERSION__ : null;
