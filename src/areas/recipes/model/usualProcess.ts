/** The process a machine was last given, with which material, and when. */
export interface UsualProcess {
  readonly id: string;
  readonly name: string;
  readonly materialName: string;
  readonly at: string;
}
