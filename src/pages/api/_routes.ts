import type { RouteFile } from '../../platform/http/endpoint.ts';
import * as r0 from './care/index.ts';
import * as r1 from './care/plans/[printer].ts';
import * as r2 from './compare/index.ts';
import * as r3 from './containers/[id]/discard.ts';
import * as r4 from './containers/[id]/dry.ts';
import * as r5 from './containers/[id]/index.ts';
import * as r6 from './containers/[id]/label.ts';
import * as r7 from './containers/[id]/weigh.ts';
import * as r8 from './containers/csv.ts';
import * as r9 from './containers/index.ts';
import * as r10 from './events/csv.ts';
import * as r11 from './events/index.ts';
import * as r12 from './files.ts';
import * as r13 from './jobs/[id]/check.ts';
import * as r14 from './jobs/[id]/clear.ts';
import * as r15 from './jobs/[id]/confirm.ts';
import * as r16 from './jobs/[id]/fix.ts';
import * as r17 from './jobs/[id]/index.ts';
import * as r18 from './jobs/[id]/others.ts';
import * as r19 from './jobs/[id]/outcome.ts';
import * as r20 from './jobs/[id]/picture.ts';
import * as r21 from './jobs/[id]/place.ts';
import * as r22 from './jobs/[id]/print.ts';
import * as r23 from './jobs/[id]/program.ts';
import * as r24 from './jobs/[id]/queue.ts';
import * as r25 from './jobs/[id]/traveller.ts';
import * as r26 from './jobs/csv.ts';
import * as r27 from './jobs/index.ts';
import * as r28 from './jobs/queue.ts';
import * as r29 from './jobs/rules.ts';
import * as r30 from './library/changes.ts';
import * as r31 from './library/export.ts';
import * as r32 from './library/find.ts';
import * as r33 from './library/import.ts';
import * as r34 from './library/take-back.ts';
import * as r35 from './limits.ts';
import * as r36 from './live.ts';
import * as r37 from './machines/[id]/care/give-up.ts';
import * as r38 from './machines/[id]/care/index.ts';
import * as r39 from './machines/[id]/care/step.ts';
import * as r40 from './machines/[id]/change.ts';
import * as r41 from './machines/[id]/clear-plate.ts';
import * as r42 from './machines/[id]/copies.ts';
import * as r43 from './machines/[id]/found.ts';
import * as r44 from './machines/[id]/index.ts';
import * as r45 from './machines/[id]/label.ts';
import * as r46 from './machines/[id]/load-new.ts';
import * as r47 from './machines/[id]/load.ts';
import * as r48 from './machines/[id]/maintenance.ts';
import * as r49 from './machines/[id]/mount.ts';
import * as r50 from './machines/[id]/said.ts';
import * as r51 from './machines/[id]/stop.ts';
import * as r52 from './machines/[id]/unload.ts';
import * as r53 from './machines/index.ts';
import * as r54 from './machines/maintenance/csv.ts';
import * as r55 from './machines/maintenance/index.ts';
import * as r56 from './machines/test-connection.ts';
import * as r57 from './me/index.ts';
import * as r58 from './me/password.ts';
import * as r59 from './me/sessions/[id]/end.ts';
import * as r60 from './me/sessions/index.ts';
import * as r61 from './pairings.ts';
import * as r62 from './people/[id]/deactivate.ts';
import * as r63 from './people/[id]/link.ts';
import * as r64 from './people/[id]/reactivate.ts';
import * as r65 from './people/[id]/role.ts';
import * as r66 from './people/index.ts';
import * as r67 from './policy.ts';
import * as r68 from './profiles/[id]/about.ts';
import * as r69 from './profiles/[id]/affected.ts';
import * as r70 from './profiles/[id]/copy.ts';
import * as r71 from './profiles/[id]/decision.ts';
import * as r72 from './profiles/[id]/draft.ts';
import * as r73 from './profiles/[id]/history.ts';
import * as r74 from './profiles/[id]/index.ts';
import * as r75 from './profiles/[id]/restore.ts';
import * as r76 from './profiles/[id]/retire.ts';
import * as r77 from './profiles/[id]/revisions.ts';
import * as r78 from './profiles/[id]/take-back.ts';
import * as r79 from './profiles/csv.ts';
import * as r80 from './profiles/index.ts';
import * as r81 from './profiles/reviews.ts';
import * as r82 from './recipes/[id]/index.ts';
import * as r83 from './recipes/[id]/pin.ts';
import * as r84 from './recipes/csv.ts';
import * as r85 from './recipes/index.ts';
import * as r86 from './recipes/sheet.ts';
import * as r87 from './requests/[id]/decline.ts';
import * as r88 from './requests/[id]/file.ts';
import * as r89 from './requests/[id]/index.ts';
import * as r90 from './requests/[id]/withdraw.ts';
import * as r91 from './requests/csv.ts';
import * as r92 from './requests/index.ts';
import * as r93 from './status.ts';
import * as r94 from './today.ts';
import * as r95 from './tokens/[id]/revoke.ts';
import * as r96 from './tokens/index.ts';
import * as r97 from './trials/[id]/camera.ts';
import * as r98 from './trials/[id]/coupon.ts';
import * as r99 from './trials/[id]/decision.ts';
import * as r100 from './trials/[id]/drawing.ts';
import * as r101 from './trials/[id]/elsewhere.ts';
import * as r102 from './trials/[id]/index.ts';
import * as r103 from './trials/[id]/instrument.ts';
import * as r104 from './trials/[id]/pictures/[picture].ts';
import * as r105 from './trials/[id]/pictures/index.ts';
import * as r106 from './trials/[id]/plate.ts';
import * as r107 from './trials/[id]/print.ts';
import * as r108 from './trials/[id]/readingTable.ts';
import * as r109 from './trials/[id]/readings.ts';
import * as r110 from './trials/[id]/solid.ts';
import * as r111 from './trials/csv.ts';
import * as r112 from './trials/drift.ts';
import * as r113 from './trials/due.ts';
import * as r114 from './trials/index.ts';
import * as r115 from './trials/preview.ts';
import * as r116 from './trials/usualProcess.ts';

/** Every route that needs a person, made by `npm run docs`. One without role and schema does not compile here. */
export const routeFiles = {
  './care/index.ts': r0,
  './care/plans/[printer].ts': r1,
  './compare/index.ts': r2,
  './containers/[id]/discard.ts': r3,
  './containers/[id]/dry.ts': r4,
  './containers/[id]/index.ts': r5,
  './containers/[id]/label.ts': r6,
  './containers/[id]/weigh.ts': r7,
  './containers/csv.ts': r8,
  './containers/index.ts': r9,
  './events/csv.ts': r10,
  './events/index.ts': r11,
  './files.ts': r12,
  './jobs/[id]/check.ts': r13,
  './jobs/[id]/clear.ts': r14,
  './jobs/[id]/confirm.ts': r15,
  './jobs/[id]/fix.ts': r16,
  './jobs/[id]/index.ts': r17,
  './jobs/[id]/others.ts': r18,
  './jobs/[id]/outcome.ts': r19,
  './jobs/[id]/picture.ts': r20,
  './jobs/[id]/place.ts': r21,
  './jobs/[id]/print.ts': r22,
  './jobs/[id]/program.ts': r23,
  './jobs/[id]/queue.ts': r24,
  './jobs/[id]/traveller.ts': r25,
  './jobs/csv.ts': r26,
  './jobs/index.ts': r27,
  './jobs/queue.ts': r28,
  './jobs/rules.ts': r29,
  './library/changes.ts': r30,
  './library/export.ts': r31,
  './library/find.ts': r32,
  './library/import.ts': r33,
  './library/take-back.ts': r34,
  './limits.ts': r35,
  './live.ts': r36,
  './machines/[id]/care/give-up.ts': r37,
  './machines/[id]/care/index.ts': r38,
  './machines/[id]/care/step.ts': r39,
  './machines/[id]/change.ts': r40,
  './machines/[id]/clear-plate.ts': r41,
  './machines/[id]/copies.ts': r42,
  './machines/[id]/found.ts': r43,
  './machines/[id]/index.ts': r44,
  './machines/[id]/label.ts': r45,
  './machines/[id]/load-new.ts': r46,
  './machines/[id]/load.ts': r47,
  './machines/[id]/maintenance.ts': r48,
  './machines/[id]/mount.ts': r49,
  './machines/[id]/said.ts': r50,
  './machines/[id]/stop.ts': r51,
  './machines/[id]/unload.ts': r52,
  './machines/index.ts': r53,
  './machines/maintenance/csv.ts': r54,
  './machines/maintenance/index.ts': r55,
  './machines/test-connection.ts': r56,
  './me/index.ts': r57,
  './me/password.ts': r58,
  './me/sessions/[id]/end.ts': r59,
  './me/sessions/index.ts': r60,
  './pairings.ts': r61,
  './people/[id]/deactivate.ts': r62,
  './people/[id]/link.ts': r63,
  './people/[id]/reactivate.ts': r64,
  './people/[id]/role.ts': r65,
  './people/index.ts': r66,
  './policy.ts': r67,
  './profiles/[id]/about.ts': r68,
  './profiles/[id]/affected.ts': r69,
  './profiles/[id]/copy.ts': r70,
  './profiles/[id]/decision.ts': r71,
  './profiles/[id]/draft.ts': r72,
  './profiles/[id]/history.ts': r73,
  './profiles/[id]/index.ts': r74,
  './profiles/[id]/restore.ts': r75,
  './profiles/[id]/retire.ts': r76,
  './profiles/[id]/revisions.ts': r77,
  './profiles/[id]/take-back.ts': r78,
  './profiles/csv.ts': r79,
  './profiles/index.ts': r80,
  './profiles/reviews.ts': r81,
  './recipes/[id]/index.ts': r82,
  './recipes/[id]/pin.ts': r83,
  './recipes/csv.ts': r84,
  './recipes/index.ts': r85,
  './recipes/sheet.ts': r86,
  './requests/[id]/decline.ts': r87,
  './requests/[id]/file.ts': r88,
  './requests/[id]/index.ts': r89,
  './requests/[id]/withdraw.ts': r90,
  './requests/csv.ts': r91,
  './requests/index.ts': r92,
  './status.ts': r93,
  './today.ts': r94,
  './tokens/[id]/revoke.ts': r95,
  './tokens/index.ts': r96,
  './trials/[id]/camera.ts': r97,
  './trials/[id]/coupon.ts': r98,
  './trials/[id]/decision.ts': r99,
  './trials/[id]/drawing.ts': r100,
  './trials/[id]/elsewhere.ts': r101,
  './trials/[id]/index.ts': r102,
  './trials/[id]/instrument.ts': r103,
  './trials/[id]/pictures/[picture].ts': r104,
  './trials/[id]/pictures/index.ts': r105,
  './trials/[id]/plate.ts': r106,
  './trials/[id]/print.ts': r107,
  './trials/[id]/readingTable.ts': r108,
  './trials/[id]/readings.ts': r109,
  './trials/[id]/solid.ts': r110,
  './trials/csv.ts': r111,
  './trials/drift.ts': r112,
  './trials/due.ts': r113,
  './trials/index.ts': r114,
  './trials/preview.ts': r115,
  './trials/usualProcess.ts': r116,
} satisfies Record<string, RouteFile>;
