declare const __RULES_VERSION__: string | undefined;

/** Digest of everything the rules' verdict depends on, set by the build (scripts/versions.mjs); null in code that was never built. */
export const RULES_VERSION: string | null = typeof __RULES_VERSION__ === 'string' ? __RULES_VERSION__ : null;
