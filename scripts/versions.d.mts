export const versionEntries: { readonly rules: string; readonly work: string };
export function versionOf(
  entry: string,
  change?: ((file: string, text: string) => string | null) | null,
): Promise<string>;
export function versionDefines(): Promise<Record<string, string>>;
