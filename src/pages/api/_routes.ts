import type { RouteFile } from '../../platform/http/endpoint.ts';
import * as r0 from './compare/index.ts';
import * as r1 from './events/csv.ts';
import * as r2 from './events/index.ts';
import * as r3 from './files.ts';
import * as r4 from './jobs/[id]/check.ts';
import * as r5 from './jobs/[id]/clear.ts';
import * as r6 from './jobs/[id]/confirm.ts';
import * as r7 from './jobs/[id]/fix.ts';
import * as r8 from './jobs/[id]/index.ts';
import * as r9 from './jobs/[id]/others.ts';
import * as r10 from './jobs/[id]/outcome.ts';
import * as r11 from './jobs/[id]/picture.ts';
import * as r12 from './jobs/[id]/place.ts';
import * as r13 from './jobs/[id]/print.ts';
import * as r14 from './jobs/[id]/program.ts';
import * as r15 from './jobs/[id]/traveller.ts';
import * as r16 from './jobs/csv.ts';
import * as r17 from './jobs/index.ts';
import * as r18 from './jobs/rules.ts';
import * as r19 from './library/changes.ts';
import * as r20 from './library/export.ts';
import * as r21 from './library/find.ts';
import * as r22 from './library/import.ts';
import * as r23 from './library/take-back.ts';
import * as r24 from './limits.ts';
import * as r25 from './live.ts';
import * as r26 from './machines/[id]/change.ts';
import * as r27 from './machines/[id]/clear-plate.ts';
import * as r28 from './machines/[id]/copies.ts';
import * as r29 from './machines/[id]/found.ts';
import * as r30 from './machines/[id]/index.ts';
import * as r31 from './machines/[id]/load.ts';
import * as r32 from './machines/[id]/maintenance.ts';
import * as r33 from './machines/[id]/mount.ts';
import * as r34 from './machines/[id]/said.ts';
import * as r35 from './machines/[id]/stop.ts';
import * as r36 from './machines/index.ts';
import * as r37 from './machines/maintenance/csv.ts';
import * as r38 from './machines/maintenance/index.ts';
import * as r39 from './machines/test-connection.ts';
import * as r40 from './me/index.ts';
import * as r41 from './me/password.ts';
import * as r42 from './me/sessions/[id]/end.ts';
import * as r43 from './me/sessions/index.ts';
import * as r44 from './pairings.ts';
import * as r45 from './people/[id]/deactivate.ts';
import * as r46 from './people/[id]/link.ts';
import * as r47 from './people/[id]/reactivate.ts';
import * as r48 from './people/[id]/role.ts';
import * as r49 from './people/index.ts';
import * as r50 from './policy.ts';
import * as r51 from './profiles/[id]/about.ts';
import * as r52 from './profiles/[id]/affected.ts';
import * as r53 from './profiles/[id]/copy.ts';
import * as r54 from './profiles/[id]/decision.ts';
import * as r55 from './profiles/[id]/draft.ts';
import * as r56 from './profiles/[id]/history.ts';
import * as r57 from './profiles/[id]/index.ts';
import * as r58 from './profiles/[id]/restore.ts';
import * as r59 from './profiles/[id]/retire.ts';
import * as r60 from './profiles/[id]/revisions.ts';
import * as r61 from './profiles/[id]/take-back.ts';
import * as r62 from './profiles/csv.ts';
import * as r63 from './profiles/index.ts';
import * as r64 from './profiles/reviews.ts';
import * as r65 from './recipes/[id]/index.ts';
import * as r66 from './recipes/[id]/pin.ts';
import * as r67 from './recipes/csv.ts';
import * as r68 from './recipes/index.ts';
import * as r69 from './recipes/sheet.ts';
import * as r70 from './requests/[id]/decline.ts';
import * as r71 from './requests/[id]/file.ts';
import * as r72 from './requests/[id]/index.ts';
import * as r73 from './requests/[id]/withdraw.ts';
import * as r74 from './requests/csv.ts';
import * as r75 from './requests/index.ts';
import * as r76 from './status.ts';
import * as r77 from './today.ts';
import * as r78 from './tokens/[id]/revoke.ts';
import * as r79 from './tokens/index.ts';
import * as r80 from './trials/[id]/camera.ts';
import * as r81 from './trials/[id]/coupon.ts';
import * as r82 from './trials/[id]/decision.ts';
import * as r83 from './trials/[id]/drawing.ts';
import * as r84 from './trials/[id]/elsewhere.ts';
import * as r85 from './trials/[id]/index.ts';
import * as r86 from './trials/[id]/instrument.ts';
import * as r87 from './trials/[id]/pictures/[picture].ts';
import * as r88 from './trials/[id]/pictures/index.ts';
import * as r89 from './trials/[id]/plate.ts';
import * as r90 from './trials/[id]/print.ts';
import * as r91 from './trials/[id]/readingTable.ts';
import * as r92 from './trials/[id]/readings.ts';
import * as r93 from './trials/[id]/solid.ts';
import * as r94 from './trials/csv.ts';
import * as r95 from './trials/drift.ts';
import * as r96 from './trials/due.ts';
import * as r97 from './trials/index.ts';
import * as r98 from './trials/preview.ts';
import * as r99 from './trials/usualProcess.ts';

/** Every route that needs a person, made by `npm run docs`. One without role and schema does not compile here. */
export const routeFiles = {
  './compare/index.ts': r0,
  './events/csv.ts': r1,
  './events/index.ts': r2,
  './files.ts': r3,
  './jobs/[id]/check.ts': r4,
  './jobs/[id]/clear.ts': r5,
  './jobs/[id]/confirm.ts': r6,
  './jobs/[id]/fix.ts': r7,
  './jobs/[id]/index.ts': r8,
  './jobs/[id]/others.ts': r9,
  './jobs/[id]/outcome.ts': r10,
  './jobs/[id]/picture.ts': r11,
  './jobs/[id]/place.ts': r12,
  './jobs/[id]/print.ts': r13,
  './jobs/[id]/program.ts': r14,
  './jobs/[id]/traveller.ts': r15,
  './jobs/csv.ts': r16,
  './jobs/index.ts': r17,
  './jobs/rules.ts': r18,
  './library/changes.ts': r19,
  './library/export.ts': r20,
  './library/find.ts': r21,
  './library/import.ts': r22,
  './library/take-back.ts': r23,
  './limits.ts': r24,
  './live.ts': r25,
  './machines/[id]/change.ts': r26,
  './machines/[id]/clear-plate.ts': r27,
  './machines/[id]/copies.ts': r28,
  './machines/[id]/found.ts': r29,
  './machines/[id]/index.ts': r30,
  './machines/[id]/load.ts': r31,
  './machines/[id]/maintenance.ts': r32,
  './machines/[id]/mount.ts': r33,
  './machines/[id]/said.ts': r34,
  './machines/[id]/stop.ts': r35,
  './machines/index.ts': r36,
  './machines/maintenance/csv.ts': r37,
  './machines/maintenance/index.ts': r38,
  './machines/test-connection.ts': r39,
  './me/index.ts': r40,
  './me/password.ts': r41,
  './me/sessions/[id]/end.ts': r42,
  './me/sessions/index.ts': r43,
  './pairings.ts': r44,
  './people/[id]/deactivate.ts': r45,
  './people/[id]/link.ts': r46,
  './people/[id]/reactivate.ts': r47,
  './people/[id]/role.ts': r48,
  './people/index.ts': r49,
  './policy.ts': r50,
  './profiles/[id]/about.ts': r51,
  './profiles/[id]/affected.ts': r52,
  './profiles/[id]/copy.ts': r53,
  './profiles/[id]/decision.ts': r54,
  './profiles/[id]/draft.ts': r55,
  './profiles/[id]/history.ts': r56,
  './profiles/[id]/index.ts': r57,
  './profiles/[id]/restore.ts': r58,
  './profiles/[id]/retire.ts': r59,
  './profiles/[id]/revisions.ts': r60,
  './profiles/[id]/take-back.ts': r61,
  './profiles/csv.ts': r62,
  './profiles/index.ts': r63,
  './profiles/reviews.ts': r64,
  './recipes/[id]/index.ts': r65,
  './recipes/[id]/pin.ts': r66,
  './recipes/csv.ts': r67,
  './recipes/index.ts': r68,
  './recipes/sheet.ts': r69,
  './requests/[id]/decline.ts': r70,
  './requests/[id]/file.ts': r71,
  './requests/[id]/index.ts': r72,
  './requests/[id]/withdraw.ts': r73,
  './requests/csv.ts': r74,
  './requests/index.ts': r75,
  './status.ts': r76,
  './today.ts': r77,
  './tokens/[id]/revoke.ts': r78,
  './tokens/index.ts': r79,
  './trials/[id]/camera.ts': r80,
  './trials/[id]/coupon.ts': r81,
  './trials/[id]/decision.ts': r82,
  './trials/[id]/drawing.ts': r83,
  './trials/[id]/elsewhere.ts': r84,
  './trials/[id]/index.ts': r85,
  './trials/[id]/instrument.ts': r86,
  './trials/[id]/pictures/[picture].ts': r87,
  './trials/[id]/pictures/index.ts': r88,
  './trials/[id]/plate.ts': r89,
  './trials/[id]/print.ts': r90,
  './trials/[id]/readingTable.ts': r91,
  './trials/[id]/readings.ts': r92,
  './trials/[id]/solid.ts': r93,
  './trials/csv.ts': r94,
  './trials/drift.ts': r95,
  './trials/due.ts': r96,
  './trials/index.ts': r97,
  './trials/preview.ts': r98,
  './trials/usualProcess.ts': r99,
} satisfies Record<string, RouteFile>;
