import type { RouteFile } from '../../platform/http/endpoint.ts';
import * as r0 from './compare/index.ts';
import * as r1 from './containers/[id]/discard.ts';
import * as r2 from './containers/[id]/dry.ts';
import * as r3 from './containers/[id]/index.ts';
import * as r4 from './containers/[id]/label.ts';
import * as r5 from './containers/[id]/weigh.ts';
import * as r6 from './containers/csv.ts';
import * as r7 from './containers/index.ts';
import * as r8 from './events/csv.ts';
import * as r9 from './events/index.ts';
import * as r10 from './files.ts';
import * as r11 from './jobs/[id]/check.ts';
import * as r12 from './jobs/[id]/clear.ts';
import * as r13 from './jobs/[id]/confirm.ts';
import * as r14 from './jobs/[id]/fix.ts';
import * as r15 from './jobs/[id]/index.ts';
import * as r16 from './jobs/[id]/others.ts';
import * as r17 from './jobs/[id]/outcome.ts';
import * as r18 from './jobs/[id]/picture.ts';
import * as r19 from './jobs/[id]/place.ts';
import * as r20 from './jobs/[id]/print.ts';
import * as r21 from './jobs/[id]/program.ts';
import * as r22 from './jobs/[id]/traveller.ts';
import * as r23 from './jobs/csv.ts';
import * as r24 from './jobs/index.ts';
import * as r25 from './jobs/rules.ts';
import * as r26 from './library/changes.ts';
import * as r27 from './library/export.ts';
import * as r28 from './library/find.ts';
import * as r29 from './library/import.ts';
import * as r30 from './library/take-back.ts';
import * as r31 from './limits.ts';
import * as r32 from './live.ts';
import * as r33 from './machines/[id]/change.ts';
import * as r34 from './machines/[id]/clear-plate.ts';
import * as r35 from './machines/[id]/copies.ts';
import * as r36 from './machines/[id]/found.ts';
import * as r37 from './machines/[id]/index.ts';
import * as r38 from './machines/[id]/label.ts';
import * as r39 from './machines/[id]/load-new.ts';
import * as r40 from './machines/[id]/load.ts';
import * as r41 from './machines/[id]/maintenance.ts';
import * as r42 from './machines/[id]/mount.ts';
import * as r43 from './machines/[id]/said.ts';
import * as r44 from './machines/[id]/stop.ts';
import * as r45 from './machines/[id]/unload.ts';
import * as r46 from './machines/index.ts';
import * as r47 from './machines/maintenance/csv.ts';
import * as r48 from './machines/maintenance/index.ts';
import * as r49 from './machines/test-connection.ts';
import * as r50 from './me/index.ts';
import * as r51 from './me/password.ts';
import * as r52 from './me/sessions/[id]/end.ts';
import * as r53 from './me/sessions/index.ts';
import * as r54 from './pairings.ts';
import * as r55 from './people/[id]/deactivate.ts';
import * as r56 from './people/[id]/link.ts';
import * as r57 from './people/[id]/reactivate.ts';
import * as r58 from './people/[id]/role.ts';
import * as r59 from './people/index.ts';
import * as r60 from './policy.ts';
import * as r61 from './profiles/[id]/about.ts';
import * as r62 from './profiles/[id]/affected.ts';
import * as r63 from './profiles/[id]/copy.ts';
import * as r64 from './profiles/[id]/decision.ts';
import * as r65 from './profiles/[id]/draft.ts';
import * as r66 from './profiles/[id]/history.ts';
import * as r67 from './profiles/[id]/index.ts';
import * as r68 from './profiles/[id]/restore.ts';
import * as r69 from './profiles/[id]/retire.ts';
import * as r70 from './profiles/[id]/revisions.ts';
import * as r71 from './profiles/[id]/take-back.ts';
import * as r72 from './profiles/csv.ts';
import * as r73 from './profiles/index.ts';
import * as r74 from './profiles/reviews.ts';
import * as r75 from './recipes/[id]/index.ts';
import * as r76 from './recipes/[id]/pin.ts';
import * as r77 from './recipes/csv.ts';
import * as r78 from './recipes/index.ts';
import * as r79 from './recipes/sheet.ts';
import * as r80 from './requests/[id]/decline.ts';
import * as r81 from './requests/[id]/file.ts';
import * as r82 from './requests/[id]/index.ts';
import * as r83 from './requests/[id]/withdraw.ts';
import * as r84 from './requests/csv.ts';
import * as r85 from './requests/index.ts';
import * as r86 from './status.ts';
import * as r87 from './today.ts';
import * as r88 from './tokens/[id]/revoke.ts';
import * as r89 from './tokens/index.ts';
import * as r90 from './trials/[id]/camera.ts';
import * as r91 from './trials/[id]/coupon.ts';
import * as r92 from './trials/[id]/decision.ts';
import * as r93 from './trials/[id]/drawing.ts';
import * as r94 from './trials/[id]/elsewhere.ts';
import * as r95 from './trials/[id]/index.ts';
import * as r96 from './trials/[id]/instrument.ts';
import * as r97 from './trials/[id]/pictures/[picture].ts';
import * as r98 from './trials/[id]/pictures/index.ts';
import * as r99 from './trials/[id]/plate.ts';
import * as r100 from './trials/[id]/print.ts';
import * as r101 from './trials/[id]/readingTable.ts';
import * as r102 from './trials/[id]/readings.ts';
import * as r103 from './trials/[id]/solid.ts';
import * as r104 from './trials/csv.ts';
import * as r105 from './trials/drift.ts';
import * as r106 from './trials/due.ts';
import * as r107 from './trials/index.ts';
import * as r108 from './trials/preview.ts';
import * as r109 from './trials/usualProcess.ts';

/** Every route that needs a person, made by `npm run docs`. One without role and schema does not compile here. */
export const routeFiles = {
  './compare/index.ts': r0,
  './containers/[id]/discard.ts': r1,
  './containers/[id]/dry.ts': r2,
  './containers/[id]/index.ts': r3,
  './containers/[id]/label.ts': r4,
  './containers/[id]/weigh.ts': r5,
  './containers/csv.ts': r6,
  './containers/index.ts': r7,
  './events/csv.ts': r8,
  './events/index.ts': r9,
  './files.ts': r10,
  './jobs/[id]/check.ts': r11,
  './jobs/[id]/clear.ts': r12,
  './jobs/[id]/confirm.ts': r13,
  './jobs/[id]/fix.ts': r14,
  './jobs/[id]/index.ts': r15,
  './jobs/[id]/others.ts': r16,
  './jobs/[id]/outcome.ts': r17,
  './jobs/[id]/picture.ts': r18,
  './jobs/[id]/place.ts': r19,
  './jobs/[id]/print.ts': r20,
  './jobs/[id]/program.ts': r21,
  './jobs/[id]/traveller.ts': r22,
  './jobs/csv.ts': r23,
  './jobs/index.ts': r24,
  './jobs/rules.ts': r25,
  './library/changes.ts': r26,
  './library/export.ts': r27,
  './library/find.ts': r28,
  './library/import.ts': r29,
  './library/take-back.ts': r30,
  './limits.ts': r31,
  './live.ts': r32,
  './machines/[id]/change.ts': r33,
  './machines/[id]/clear-plate.ts': r34,
  './machines/[id]/copies.ts': r35,
  './machines/[id]/found.ts': r36,
  './machines/[id]/index.ts': r37,
  './machines/[id]/label.ts': r38,
  './machines/[id]/load-new.ts': r39,
  './machines/[id]/load.ts': r40,
  './machines/[id]/maintenance.ts': r41,
  './machines/[id]/mount.ts': r42,
  './machines/[id]/said.ts': r43,
  './machines/[id]/stop.ts': r44,
  './machines/[id]/unload.ts': r45,
  './machines/index.ts': r46,
  './machines/maintenance/csv.ts': r47,
  './machines/maintenance/index.ts': r48,
  './machines/test-connection.ts': r49,
  './me/index.ts': r50,
  './me/password.ts': r51,
  './me/sessions/[id]/end.ts': r52,
  './me/sessions/index.ts': r53,
  './pairings.ts': r54,
  './people/[id]/deactivate.ts': r55,
  './people/[id]/link.ts': r56,
  './people/[id]/reactivate.ts': r57,
  './people/[id]/role.ts': r58,
  './people/index.ts': r59,
  './policy.ts': r60,
  './profiles/[id]/about.ts': r61,
  './profiles/[id]/affected.ts': r62,
  './profiles/[id]/copy.ts': r63,
  './profiles/[id]/decision.ts': r64,
  './profiles/[id]/draft.ts': r65,
  './profiles/[id]/history.ts': r66,
  './profiles/[id]/index.ts': r67,
  './profiles/[id]/restore.ts': r68,
  './profiles/[id]/retire.ts': r69,
  './profiles/[id]/revisions.ts': r70,
  './profiles/[id]/take-back.ts': r71,
  './profiles/csv.ts': r72,
  './profiles/index.ts': r73,
  './profiles/reviews.ts': r74,
  './recipes/[id]/index.ts': r75,
  './recipes/[id]/pin.ts': r76,
  './recipes/csv.ts': r77,
  './recipes/index.ts': r78,
  './recipes/sheet.ts': r79,
  './requests/[id]/decline.ts': r80,
  './requests/[id]/file.ts': r81,
  './requests/[id]/index.ts': r82,
  './requests/[id]/withdraw.ts': r83,
  './requests/csv.ts': r84,
  './requests/index.ts': r85,
  './status.ts': r86,
  './today.ts': r87,
  './tokens/[id]/revoke.ts': r88,
  './tokens/index.ts': r89,
  './trials/[id]/camera.ts': r90,
  './trials/[id]/coupon.ts': r91,
  './trials/[id]/decision.ts': r92,
  './trials/[id]/drawing.ts': r93,
  './trials/[id]/elsewhere.ts': r94,
  './trials/[id]/index.ts': r95,
  './trials/[id]/instrument.ts': r96,
  './trials/[id]/pictures/[picture].ts': r97,
  './trials/[id]/pictures/index.ts': r98,
  './trials/[id]/plate.ts': r99,
  './trials/[id]/print.ts': r100,
  './trials/[id]/readingTable.ts': r101,
  './trials/[id]/readings.ts': r102,
  './trials/[id]/solid.ts': r103,
  './trials/csv.ts': r104,
  './trials/drift.ts': r105,
  './trials/due.ts': r106,
  './trials/index.ts': r107,
  './trials/preview.ts': r108,
  './trials/usualProcess.ts': r109,
} satisfies Record<string, RouteFile>;
