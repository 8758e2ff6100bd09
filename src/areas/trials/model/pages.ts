import type { Proof } from '../../library/model/records.ts';
import type { FlowAnalysis } from '../kinds/flow/analysis.ts';
import type { Decision, PrintProgress, TrialPlan, TrialState } from './trial.ts';

/** A trial as its page reads it. */
export interface TrialPage {
  readonly id: string; readonly number: number | null; readonly kind: 'flow'; readonly machineId: string; readonly toolId: string; readonly materialId: string; readonly processId: string; readonly lot: string;
  readonly plan: TrialPlan; readonly state: TrialState; readonly wish: 'idle' | 'print' | 'pause' | 'cancel'; readonly progress: PrintProgress | null; readonly decision: Decision | null; readonly createdByName: string; readonly version: number;
  readonly name: string; readonly createdAt: string; readonly decidedAt: string | null;
  readonly machineName: string; readonly toolName: string; readonly materialName: string; readonly processName: string;
  readonly readings: readonly { readonly id: string; readonly feature: string; readonly repeat: number; readonly typed: string; readonly value: number; readonly personName: string; readonly instrument: string; readonly supersedes: string | null; readonly at: string }[];
  readonly analysis: FlowAnalysis | null;
  readonly refusal: string | null;
  readonly gcodeBytes: number;
  readonly hasDevice: boolean;
  readonly proof: Proof | null;
}

/** A trial in a list. */
export interface TrialRow { readonly id: string; readonly name: string; readonly kind: string; readonly state: TrialState; readonly lot: string; readonly createdAt: string; readonly decidedAt: string | null; readonly decision: Decision | null; readonly plan: TrialPlan; readonly machineId: string; readonly machineName: string; readonly toolName: string; readonly materialName: string; readonly createdByName: string; readonly readings: number }
