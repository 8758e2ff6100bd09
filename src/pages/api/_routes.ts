import type { RouteFile } from '../../platform/http/endpoint.ts';
import * as r0 from './compare/index.ts';
import * as r1 from './events.ts';
import * as r2 from './files.ts';
import * as r3 from './jobs/[id]/check.ts';
import * as r4 from './jobs/[id]/clear.ts';
import * as r5 from './jobs/[id]/index.ts';
import * as r6 from './jobs/[id]/place.ts';
import * as r7 from './jobs/[id]/program.ts';
import * as r8 from './jobs/index.ts';
import * as r9 from './library/changes.ts';
import * as r10 from './library/export.ts';
import * as r11 from './library/find.ts';
import * as r12 from './library/import.ts';
import * as r13 from './library/take-back.ts';
import * as r14 from './limits.ts';
import * as r15 from './live.ts';
import * as r16 from './machines/[id]/index.ts';
import * as r17 from './machines/[id]/load.ts';
import * as r18 from './machines/[id]/maintenance.ts';
import * as r19 from './machines/[id]/mount.ts';
import * as r20 from './machines/[id]/said.ts';
import * as r21 from './machines/index.ts';
import * as r22 from './machines/maintenance.ts';
import * as r23 from './me.ts';
import * as r24 from './pairings.ts';
import * as r25 from './policy.ts';
import * as r26 from './profiles/[id]/about.ts';
import * as r27 from './profiles/[id]/affected.ts';
import * as r28 from './profiles/[id]/copy.ts';
import * as r29 from './profiles/[id]/decision.ts';
import * as r30 from './profiles/[id]/draft.ts';
import * as r31 from './profiles/[id]/index.ts';
import * as r32 from './profiles/[id]/restore.ts';
import * as r33 from './profiles/[id]/retire.ts';
import * as r34 from './profiles/[id]/revisions.ts';
import * as r35 from './profiles/[id]/take-back.ts';
import * as r36 from './profiles/facets.ts';
import * as r37 from './profiles/index.ts';
import * as r38 from './recipes/[id]/index.ts';
import * as r39 from './recipes/[id]/pin.ts';
import * as r40 from './recipes/index.ts';
import * as r41 from './recipes/sheet.ts';
import * as r42 from './today.ts';
import * as r43 from './tokens/[id]/revoke.ts';
import * as r44 from './tokens/index.ts';
import * as r45 from './trials/[id]/camera.ts';
import * as r46 from './trials/[id]/coupon.ts';
import * as r47 from './trials/[id]/decision.ts';
import * as r48 from './trials/[id]/drawing.ts';
import * as r49 from './trials/[id]/elsewhere.ts';
import * as r50 from './trials/[id]/index.ts';
import * as r51 from './trials/[id]/instrument.ts';
import * as r52 from './trials/[id]/pictures/[picture].ts';
import * as r53 from './trials/[id]/pictures/index.ts';
import * as r54 from './trials/[id]/plate.ts';
import * as r55 from './trials/[id]/print.ts';
import * as r56 from './trials/[id]/readingTable.ts';
import * as r57 from './trials/[id]/readings.ts';
import * as r58 from './trials/[id]/solid.ts';
import * as r59 from './trials/drift.ts';
import * as r60 from './trials/due.ts';
import * as r61 from './trials/index.ts';
import * as r62 from './trials/preview.ts';

/** Every route that needs a person, made by scripts/routeList.ts. One without role and schema does not compile here. */
export const routeFiles = {
  './compare/index.ts': r0,
  './events.ts': r1,
  './files.ts': r2,
  './jobs/[id]/check.ts': r3,
  './jobs/[id]/clear.ts': r4,
  './jobs/[id]/index.ts': r5,
  './jobs/[id]/place.ts': r6,
  './jobs/[id]/program.ts': r7,
  './jobs/index.ts': r8,
  './library/changes.ts': r9,
  './library/export.ts': r10,
  './library/find.ts': r11,
  './library/import.ts': r12,
  './library/take-back.ts': r13,
  './limits.ts': r14,
  './live.ts': r15,
  './machines/[id]/index.ts': r16,
  './machines/[id]/load.ts': r17,
  './machines/[id]/maintenance.ts': r18,
  './machines/[id]/mount.ts': r19,
  './machines/[id]/said.ts': r20,
  './machines/index.ts': r21,
  './machines/maintenance.ts': r22,
  './me.ts': r23,
  './pairings.ts': r24,
  './policy.ts': r25,
  './profiles/[id]/about.ts': r26,
  './profiles/[id]/affected.ts': r27,
  './profiles/[id]/copy.ts': r28,
  './profiles/[id]/decision.ts': r29,
  './profiles/[id]/draft.ts': r30,
  './profiles/[id]/index.ts': r31,
  './profiles/[id]/restore.ts': r32,
  './profiles/[id]/retire.ts': r33,
  './profiles/[id]/revisions.ts': r34,
  './profiles/[id]/take-back.ts': r35,
  './profiles/facets.ts': r36,
  './profiles/index.ts': r37,
  './recipes/[id]/index.ts': r38,
  './recipes/[id]/pin.ts': r39,
  './recipes/index.ts': r40,
  './recipes/sheet.ts': r41,
  './today.ts': r42,
  './tokens/[id]/revoke.ts': r43,
  './tokens/index.ts': r44,
  './trials/[id]/camera.ts': r45,
  './trials/[id]/coupon.ts': r46,
  './trials/[id]/decision.ts': r47,
  './trials/[id]/drawing.ts': r48,
  './trials/[id]/elsewhere.ts': r49,
  './trials/[id]/index.ts': r50,
  './trials/[id]/instrument.ts': r51,
  './trials/[id]/pictures/[picture].ts': r52,
  './trials/[id]/pictures/index.ts': r53,
  './trials/[id]/plate.ts': r54,
  './trials/[id]/print.ts': r55,
  './trials/[id]/readingTable.ts': r56,
  './trials/[id]/readings.ts': r57,
  './trials/[id]/solid.ts': r58,
  './trials/drift.ts': r59,
  './trials/due.ts': r60,
  './trials/index.ts': r61,
  './trials/preview.ts': r62,
} satisfies Record<string, RouteFile>;
