import type { RouteFile } from '../../platform/http/endpoint.ts';
import * as r0 from './compare/index.ts';
import * as r1 from './events.ts';
import * as r2 from './files.ts';
import * as r3 from './jobs/[id]/check.ts';
import * as r4 from './jobs/[id]/clear.ts';
import * as r5 from './jobs/[id]/index.ts';
import * as r6 from './jobs/index.ts';
import * as r7 from './library/changes.ts';
import * as r8 from './library/export.ts';
import * as r9 from './library/find.ts';
import * as r10 from './library/import.ts';
import * as r11 from './library/take-back.ts';
import * as r12 from './limits.ts';
import * as r13 from './live.ts';
import * as r14 from './machines/[id]/index.ts';
import * as r15 from './machines/[id]/load.ts';
import * as r16 from './machines/[id]/maintenance.ts';
import * as r17 from './machines/[id]/mount.ts';
import * as r18 from './machines/[id]/said.ts';
import * as r19 from './machines/index.ts';
import * as r20 from './machines/maintenance.ts';
import * as r21 from './me.ts';
import * as r22 from './pairings.ts';
import * as r23 from './policy.ts';
import * as r24 from './profiles/[id]/about.ts';
import * as r25 from './profiles/[id]/affected.ts';
import * as r26 from './profiles/[id]/copy.ts';
import * as r27 from './profiles/[id]/decision.ts';
import * as r28 from './profiles/[id]/draft.ts';
import * as r29 from './profiles/[id]/index.ts';
import * as r30 from './profiles/[id]/restore.ts';
import * as r31 from './profiles/[id]/retire.ts';
import * as r32 from './profiles/[id]/revisions.ts';
import * as r33 from './profiles/[id]/take-back.ts';
import * as r34 from './profiles/facets.ts';
import * as r35 from './profiles/index.ts';
import * as r36 from './recipes/[id]/index.ts';
import * as r37 from './recipes/[id]/pin.ts';
import * as r38 from './recipes/index.ts';
import * as r39 from './recipes/sheet.ts';
import * as r40 from './today.ts';
import * as r41 from './tokens/[id]/revoke.ts';
import * as r42 from './tokens/index.ts';
import * as r43 from './trials/[id]/camera.ts';
import * as r44 from './trials/[id]/coupon.ts';
import * as r45 from './trials/[id]/decision.ts';
import * as r46 from './trials/[id]/drawing.ts';
import * as r47 from './trials/[id]/elsewhere.ts';
import * as r48 from './trials/[id]/index.ts';
import * as r49 from './trials/[id]/instrument.ts';
import * as r50 from './trials/[id]/pictures/[picture].ts';
import * as r51 from './trials/[id]/pictures/index.ts';
import * as r52 from './trials/[id]/plate.ts';
import * as r53 from './trials/[id]/print.ts';
import * as r54 from './trials/[id]/readingTable.ts';
import * as r55 from './trials/[id]/readings.ts';
import * as r56 from './trials/[id]/solid.ts';
import * as r57 from './trials/drift.ts';
import * as r58 from './trials/due.ts';
import * as r59 from './trials/index.ts';
import * as r60 from './trials/preview.ts';

/** Every route that needs a person, made by scripts/routeList.ts. One without role and schema does not compile here. */
export const routeFiles = {
  './compare/index.ts': r0,
  './events.ts': r1,
  './files.ts': r2,
  './jobs/[id]/check.ts': r3,
  './jobs/[id]/clear.ts': r4,
  './jobs/[id]/index.ts': r5,
  './jobs/index.ts': r6,
  './library/changes.ts': r7,
  './library/export.ts': r8,
  './library/find.ts': r9,
  './library/import.ts': r10,
  './library/take-back.ts': r11,
  './limits.ts': r12,
  './live.ts': r13,
  './machines/[id]/index.ts': r14,
  './machines/[id]/load.ts': r15,
  './machines/[id]/maintenance.ts': r16,
  './machines/[id]/mount.ts': r17,
  './machines/[id]/said.ts': r18,
  './machines/index.ts': r19,
  './machines/maintenance.ts': r20,
  './me.ts': r21,
  './pairings.ts': r22,
  './policy.ts': r23,
  './profiles/[id]/about.ts': r24,
  './profiles/[id]/affected.ts': r25,
  './profiles/[id]/copy.ts': r26,
  './profiles/[id]/decision.ts': r27,
  './profiles/[id]/draft.ts': r28,
  './profiles/[id]/index.ts': r29,
  './profiles/[id]/restore.ts': r30,
  './profiles/[id]/retire.ts': r31,
  './profiles/[id]/revisions.ts': r32,
  './profiles/[id]/take-back.ts': r33,
  './profiles/facets.ts': r34,
  './profiles/index.ts': r35,
  './recipes/[id]/index.ts': r36,
  './recipes/[id]/pin.ts': r37,
  './recipes/index.ts': r38,
  './recipes/sheet.ts': r39,
  './today.ts': r40,
  './tokens/[id]/revoke.ts': r41,
  './tokens/index.ts': r42,
  './trials/[id]/camera.ts': r43,
  './trials/[id]/coupon.ts': r44,
  './trials/[id]/decision.ts': r45,
  './trials/[id]/drawing.ts': r46,
  './trials/[id]/elsewhere.ts': r47,
  './trials/[id]/index.ts': r48,
  './trials/[id]/instrument.ts': r49,
  './trials/[id]/pictures/[picture].ts': r50,
  './trials/[id]/pictures/index.ts': r51,
  './trials/[id]/plate.ts': r52,
  './trials/[id]/print.ts': r53,
  './trials/[id]/readingTable.ts': r54,
  './trials/[id]/readings.ts': r55,
  './trials/[id]/solid.ts': r56,
  './trials/drift.ts': r57,
  './trials/due.ts': r58,
  './trials/index.ts': r59,
  './trials/preview.ts': r60,
} satisfies Record<string, RouteFile>;
