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
import * as r22 from './jobs/[id]/queue.ts';
import * as r23 from './jobs/[id]/traveller.ts';
import * as r24 from './jobs/csv.ts';
import * as r25 from './jobs/index.ts';
import * as r26 from './jobs/queue.ts';
import * as r27 from './jobs/rules.ts';
import * as r28 from './library/changes.ts';
import * as r29 from './library/export.ts';
import * as r30 from './library/find.ts';
import * as r31 from './library/import.ts';
import * as r32 from './library/take-back.ts';
import * as r33 from './limits.ts';
import * as r34 from './live.ts';
import * as r35 from './machines/[id]/change.ts';
import * as r36 from './machines/[id]/clear-plate.ts';
import * as r37 from './machines/[id]/copies.ts';
import * as r38 from './machines/[id]/found.ts';
import * as r39 from './machines/[id]/index.ts';
import * as r40 from './machines/[id]/label.ts';
import * as r41 from './machines/[id]/load-new.ts';
import * as r42 from './machines/[id]/load.ts';
import * as r43 from './machines/[id]/maintenance.ts';
import * as r44 from './machines/[id]/mount.ts';
import * as r45 from './machines/[id]/said.ts';
import * as r46 from './machines/[id]/stop.ts';
import * as r47 from './machines/[id]/unload.ts';
import * as r48 from './machines/index.ts';
import * as r49 from './machines/maintenance/csv.ts';
import * as r50 from './machines/maintenance/index.ts';
import * as r51 from './machines/test-connection.ts';
import * as r52 from './me/index.ts';
import * as r53 from './me/password.ts';
import * as r54 from './me/sessions/[id]/end.ts';
import * as r55 from './me/sessions/index.ts';
import * as r56 from './pairings.ts';
import * as r57 from './people/[id]/deactivate.ts';
import * as r58 from './people/[id]/link.ts';
import * as r59 from './people/[id]/reactivate.ts';
import * as r60 from './people/[id]/role.ts';
import * as r61 from './people/index.ts';
import * as r62 from './policy.ts';
import * as r63 from './profiles/[id]/about.ts';
import * as r64 from './profiles/[id]/affected.ts';
import * as r65 from './profiles/[id]/copy.ts';
import * as r66 from './profiles/[id]/decision.ts';
import * as r67 from './profiles/[id]/draft.ts';
import * as r68 from './profiles/[id]/history.ts';
import * as r69 from './profiles/[id]/index.ts';
import * as r70 from './profiles/[id]/restore.ts';
import * as r71 from './profiles/[id]/retire.ts';
import * as r72 from './profiles/[id]/revisions.ts';
import * as r73 from './profiles/[id]/take-back.ts';
import * as r74 from './profiles/csv.ts';
import * as r75 from './profiles/index.ts';
import * as r76 from './profiles/reviews.ts';
import * as r77 from './recipes/[id]/index.ts';
import * as r78 from './recipes/[id]/pin.ts';
import * as r79 from './recipes/csv.ts';
import * as r80 from './recipes/index.ts';
import * as r81 from './recipes/sheet.ts';
import * as r82 from './requests/[id]/decline.ts';
import * as r83 from './requests/[id]/file.ts';
import * as r84 from './requests/[id]/index.ts';
import * as r85 from './requests/[id]/withdraw.ts';
import * as r86 from './requests/csv.ts';
import * as r87 from './requests/index.ts';
import * as r88 from './status.ts';
import * as r89 from './today.ts';
import * as r90 from './tokens/[id]/revoke.ts';
import * as r91 from './tokens/index.ts';
import * as r92 from './trials/[id]/camera.ts';
import * as r93 from './trials/[id]/coupon.ts';
import * as r94 from './trials/[id]/decision.ts';
import * as r95 from './trials/[id]/drawing.ts';
import * as r96 from './trials/[id]/elsewhere.ts';
import * as r97 from './trials/[id]/index.ts';
import * as r98 from './trials/[id]/instrument.ts';
import * as r99 from './trials/[id]/pictures/[picture].ts';
import * as r100 from './trials/[id]/pictures/index.ts';
import * as r101 from './trials/[id]/plate.ts';
import * as r102 from './trials/[id]/print.ts';
import * as r103 from './trials/[id]/readingTable.ts';
import * as r104 from './trials/[id]/readings.ts';
import * as r105 from './trials/[id]/solid.ts';
import * as r106 from './trials/csv.ts';
import * as r107 from './trials/drift.ts';
import * as r108 from './trials/due.ts';
import * as r109 from './trials/index.ts';
import * as r110 from './trials/preview.ts';
import * as r111 from './trials/usualProcess.ts';

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
  './jobs/[id]/queue.ts': r22,
  './jobs/[id]/traveller.ts': r23,
  './jobs/csv.ts': r24,
  './jobs/index.ts': r25,
  './jobs/queue.ts': r26,
  './jobs/rules.ts': r27,
  './library/changes.ts': r28,
  './library/export.ts': r29,
  './library/find.ts': r30,
  './library/import.ts': r31,
  './library/take-back.ts': r32,
  './limits.ts': r33,
  './live.ts': r34,
  './machines/[id]/change.ts': r35,
  './machines/[id]/clear-plate.ts': r36,
  './machines/[id]/copies.ts': r37,
  './machines/[id]/found.ts': r38,
  './machines/[id]/index.ts': r39,
  './machines/[id]/label.ts': r40,
  './machines/[id]/load-new.ts': r41,
  './machines/[id]/load.ts': r42,
  './machines/[id]/maintenance.ts': r43,
  './machines/[id]/mount.ts': r44,
  './machines/[id]/said.ts': r45,
  './machines/[id]/stop.ts': r46,
  './machines/[id]/unload.ts': r47,
  './machines/index.ts': r48,
  './machines/maintenance/csv.ts': r49,
  './machines/maintenance/index.ts': r50,
  './machines/test-connection.ts': r51,
  './me/index.ts': r52,
  './me/password.ts': r53,
  './me/sessions/[id]/end.ts': r54,
  './me/sessions/index.ts': r55,
  './pairings.ts': r56,
  './people/[id]/deactivate.ts': r57,
  './people/[id]/link.ts': r58,
  './people/[id]/reactivate.ts': r59,
  './people/[id]/role.ts': r60,
  './people/index.ts': r61,
  './policy.ts': r62,
  './profiles/[id]/about.ts': r63,
  './profiles/[id]/affected.ts': r64,
  './profiles/[id]/copy.ts': r65,
  './profiles/[id]/decision.ts': r66,
  './profiles/[id]/draft.ts': r67,
  './profiles/[id]/history.ts': r68,
  './profiles/[id]/index.ts': r69,
  './profiles/[id]/restore.ts': r70,
  './profiles/[id]/retire.ts': r71,
  './profiles/[id]/revisions.ts': r72,
  './profiles/[id]/take-back.ts': r73,
  './profiles/csv.ts': r74,
  './profiles/index.ts': r75,
  './profiles/reviews.ts': r76,
  './recipes/[id]/index.ts': r77,
  './recipes/[id]/pin.ts': r78,
  './recipes/csv.ts': r79,
  './recipes/index.ts': r80,
  './recipes/sheet.ts': r81,
  './requests/[id]/decline.ts': r82,
  './requests/[id]/file.ts': r83,
  './requests/[id]/index.ts': r84,
  './requests/[id]/withdraw.ts': r85,
  './requests/csv.ts': r86,
  './requests/index.ts': r87,
  './status.ts': r88,
  './today.ts': r89,
  './tokens/[id]/revoke.ts': r90,
  './tokens/index.ts': r91,
  './trials/[id]/camera.ts': r92,
  './trials/[id]/coupon.ts': r93,
  './trials/[id]/decision.ts': r94,
  './trials/[id]/drawing.ts': r95,
  './trials/[id]/elsewhere.ts': r96,
  './trials/[id]/index.ts': r97,
  './trials/[id]/instrument.ts': r98,
  './trials/[id]/pictures/[picture].ts': r99,
  './trials/[id]/pictures/index.ts': r100,
  './trials/[id]/plate.ts': r101,
  './trials/[id]/print.ts': r102,
  './trials/[id]/readingTable.ts': r103,
  './trials/[id]/readings.ts': r104,
  './trials/[id]/solid.ts': r105,
  './trials/csv.ts': r106,
  './trials/drift.ts': r107,
  './trials/due.ts': r108,
  './trials/index.ts': r109,
  './trials/preview.ts': r110,
  './trials/usualProcess.ts': r111,
} satisfies Record<string, RouteFile>;
