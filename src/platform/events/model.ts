/** One line of the event log, as screens read it. */
export interface EventRow {
  readonly id: number;
  readonly at: string;
  readonly who: string;
  readonly whoName: string;
  readonly subjectKind: string;
  readonly subjectId: string;
  readonly subjectName: string;
  readonly what: string;
  readonly from: unknown;
  readonly to: unknown;
  readonly why: string | null;
}
