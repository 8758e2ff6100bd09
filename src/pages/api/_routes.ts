import type { RouteFile } from '../../platform/http/endpoint.ts';
import * as r0 from './compare/index.ts';
import * as r1 from './events.ts';
import * as r2 from './files.ts';
import * as r3 from './jobs/[id]/check.ts';
import * as r4 from './jobs/[id]/clear.ts';
import * as r5 from './jobs/[id]/confirm.ts';
import * as r6 from './jobs/[id]/fix.ts';
import * as r7 from './jobs/[id]/index.ts';
import * as r8 from './jobs/[id]/others.ts';
import * as r9 from './jobs/[id]/outcome.ts';
import * as r10 from './jobs/[id]/picture.ts';
import * as r11 from './jobs/[id]/place.ts';
import * as r12 from './jobs/[id]/print.ts';
import * as r13 from './jobs/[id]/program.ts';
import * as r14 from './jobs/[id]/traveller.ts';
import * as r15 from './jobs/index.ts';
import * as r16 from './jobs/rules.ts';
import * as r17 from './library/changes.ts';
import * as r18 from './library/export.ts';
import * as r19 from './library/find.ts';
import * as r20 from './library/import.ts';
import * as r21 from './library/take-back.ts';
import * as r22 from './limits.ts';
import * as r23 from './live.ts';
import * as r24 from './machines/[id]/clear-plate.ts';
import * as r25 from './machines/[id]/found.ts';
import * as r26 from './machines/[id]/index.ts';
import * as r27 from './machines/[id]/load.ts';
import * as r28 from './machines/[id]/maintenance.ts';
import * as r29 from './machines/[id]/mount.ts';
import * as r30 from './machines/[id]/said.ts';
import * as r31 from './machines/[id]/stop.ts';
import * as r32 from './machines/index.ts';
import * as r33 from './machines/maintenance.ts';
import * as r34 from './me.ts';
import * as r35 from './pairings.ts';
import * as r36 from './policy.ts';
import * as r37 from './profiles/[id]/about.ts';
import * as r38 from './profiles/[id]/affected.ts';
import * as r39 from './profiles/[id]/copy.ts';
import * as r40 from './profiles/[id]/decision.ts';
import * as r41 from './profiles/[id]/draft.ts';
import * as r42 from './profiles/[id]/index.ts';
import * as r43 from './profiles/[id]/restore.ts';
import * as r44 from './profiles/[id]/retire.ts';
import * as r45 from './profiles/[id]/revisions.ts';
import * as r46 from './profiles/[id]/take-back.ts';
import * as r47 from './profiles/facets.ts';
import * as r48 from './profiles/index.ts';
import * as r49 from './recipes/[id]/index.ts';
import * as r50 from './recipes/[id]/pin.ts';
import * as r51 from './recipes/index.ts';
import * as r52 from './recipes/sheet.ts';
import * as r53 from './status.ts';
import * as r54 from './today.ts';
import * as r55 from './tokens/[id]/revoke.ts';
import * as r56 from './tokens/index.ts';
import * as r57 from './trials/[id]/camera.ts';
import * as r58 from './trials/[id]/coupon.ts';
import * as r59 from './trials/[id]/decision.ts';
import * as r60 from './trials/[id]/drawing.ts';
import * as r61 from './trials/[id]/elsewhere.ts';
import * as r62 from './trials/[id]/index.ts';
import * as r63 from './trials/[id]/instrument.ts';
import * as r64 from './trials/[id]/pictures/[picture].ts';
import * as r65 from './trials/[id]/pictures/index.ts';
import * as r66 from './trials/[id]/plate.ts';
import * as r67 from './trials/[id]/print.ts';
import * as r68 from './trials/[id]/readingTable.ts';
import * as r69 from './trials/[id]/readings.ts';
import * as r70 from './trials/[id]/solid.ts';
import * as r71 from './trials/drift.ts';
import * as r72 from './trials/due.ts';
import * as r73 from './trials/index.ts';
import * as r74 from './trials/preview.ts';

/** Every route that needs a person, made by `npm run docs`. One without role and schema does not compile here. */
export const routeFiles = {
  './compare/index.ts': r0,
  './events.ts': r1,
  './files.ts': r2,
  './jobs/[id]/check.ts': r3,
  './jobs/[id]/clear.ts': r4,
  './jobs/[id]/confirm.ts': r5,
  './jobs/[id]/fix.ts': r6,
  './jobs/[id]/index.ts': r7,
  './jobs/[id]/others.ts': r8,
  './jobs/[id]/outcome.ts': r9,
  './jobs/[id]/picture.ts': r10,
  './jobs/[id]/place.ts': r11,
  './jobs/[id]/print.ts': r12,
  './jobs/[id]/program.ts': r13,
  './jobs/[id]/traveller.ts': r14,
  './jobs/index.ts': r15,
  './jobs/rules.ts': r16,
  './library/changes.ts': r17,
  './library/export.ts': r18,
  './library/find.ts': r19,
  './library/import.ts': r20,
  './library/take-back.ts': r21,
  './limits.ts': r22,
  './live.ts': r23,
  './machines/[id]/clear-plate.ts': r24,
  './machines/[id]/found.ts': r25,
  './machines/[id]/index.ts': r26,
  './machines/[id]/load.ts': r27,
  './machines/[id]/maintenance.ts': r28,
  './machines/[id]/mount.ts': r29,
  './machines/[id]/said.ts': r30,
  './machines/[id]/stop.ts': r31,
  './machines/index.ts': r32,
  './machines/maintenance.ts': r33,
  './me.ts': r34,
  './pairings.ts': r35,
  './policy.ts': r36,
  './profiles/[id]/about.ts': r37,
  './profiles/[id]/affected.ts': r38,
  './profiles/[id]/copy.ts': r39,
  './profiles/[id]/decision.ts': r40,
  './profiles/[id]/draft.ts': r41,
  './profiles/[id]/index.ts': r42,
  './profiles/[id]/restore.ts': r43,
  './profiles/[id]/retire.ts': r44,
  './profiles/[id]/revisions.ts': r45,
  './profiles/[id]/take-back.ts': r46,
  './profiles/facets.ts': r47,
  './profiles/index.ts': r48,
  './recipes/[id]/index.ts': r49,
  './recipes/[id]/pin.ts': r50,
  './recipes/index.ts': r51,
  './recipes/sheet.ts': r52,
  './status.ts': r53,
  './today.ts': r54,
  './tokens/[id]/revoke.ts': r55,
  './tokens/index.ts': r56,
  './trials/[id]/camera.ts': r57,
  './trials/[id]/coupon.ts': r58,
  './trials/[id]/decision.ts': r59,
  './trials/[id]/drawing.ts': r60,
  './trials/[id]/elsewhere.ts': r61,
  './trials/[id]/index.ts': r62,
  './trials/[id]/instrument.ts': r63,
  './trials/[id]/pictures/[picture].ts': r64,
  './trials/[id]/pictures/index.ts': r65,
  './trials/[id]/plate.ts': r66,
  './trials/[id]/print.ts': r67,
  './trials/[id]/readingTable.ts': r68,
  './trials/[id]/readings.ts': r69,
  './trials/[id]/solid.ts': r70,
  './trials/drift.ts': r71,
  './trials/due.ts': r72,
  './trials/index.ts': r73,
  './trials/preview.ts': r74,
} satisfies Record<string, RouteFile>;
