import type { ReasonKind } from './records.ts';

export const reasonKinds: readonly ReasonKind[] = ['measured', 'habit, untested', 'works round a fault', 'spares the machine', 'copied from elsewhere', 'job-specific'];
