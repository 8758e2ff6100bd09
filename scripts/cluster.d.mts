export interface Cluster {
  readonly folder: string;
  readonly appUrl: string;
  readonly ownerUrl: string;
  readonly superUrl: string;
  stop(): void;
  alive(): boolean;
}
export function startCluster(name?: string, options?: { fast?: boolean }): Promise<Cluster>;
export function remakeDatabase(cluster: Cluster, name: string): { appUrl: string; ownerUrl: string };
export function freePort(): Promise<number>;
export const root: string;
export function say(text: string): void;
