import type { RouteFile } from '../../platform/http/endpoint.ts';
import type { WireOf } from '../../platform/http/wire.ts';
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
import * as r13 from './floor/index.ts';
import * as r14 from './floor/live.ts';
import * as r15 from './jobs/[id]/check.ts';
import * as r16 from './jobs/[id]/clear.ts';
import * as r17 from './jobs/[id]/confirm.ts';
import * as r18 from './jobs/[id]/fix.ts';
import * as r19 from './jobs/[id]/index.ts';
import * as r20 from './jobs/[id]/others.ts';
import * as r21 from './jobs/[id]/outcome.ts';
import * as r22 from './jobs/[id]/picture.ts';
import * as r23 from './jobs/[id]/place.ts';
import * as r24 from './jobs/[id]/print.ts';
import * as r25 from './jobs/[id]/program.ts';
import * as r26 from './jobs/[id]/queue.ts';
import * as r27 from './jobs/[id]/traveller.ts';
import * as r28 from './jobs/csv.ts';
import * as r29 from './jobs/index.ts';
import * as r30 from './jobs/queue.ts';
import * as r31 from './jobs/rules.ts';
import * as r32 from './library/changes.ts';
import * as r33 from './library/export.ts';
import * as r34 from './library/find.ts';
import * as r35 from './library/import.ts';
import * as r36 from './library/take-back.ts';
import * as r37 from './limits.ts';
import * as r38 from './live.ts';
import * as r39 from './machines/[id]/care/give-up.ts';
import * as r40 from './machines/[id]/care/index.ts';
import * as r41 from './machines/[id]/care/step.ts';
import * as r42 from './machines/[id]/causes.ts';
import * as r43 from './machines/[id]/change.ts';
import * as r44 from './machines/[id]/clear-plate.ts';
import * as r45 from './machines/[id]/copies.ts';
import * as r46 from './machines/[id]/found.ts';
import * as r47 from './machines/[id]/index.ts';
import * as r48 from './machines/[id]/label.ts';
import * as r49 from './machines/[id]/load-new.ts';
import * as r50 from './machines/[id]/load.ts';
import * as r51 from './machines/[id]/maintenance.ts';
import * as r52 from './machines/[id]/mount.ts';
import * as r53 from './machines/[id]/report.ts';
import * as r54 from './machines/[id]/retire.ts';
import * as r55 from './machines/[id]/said.ts';
import * as r56 from './machines/[id]/stop.ts';
import * as r57 from './machines/[id]/unload.ts';
import * as r58 from './machines/index.ts';
import * as r59 from './machines/maintenance/csv.ts';
import * as r60 from './machines/maintenance/index.ts';
import * as r61 from './machines/retired.ts';
import * as r62 from './machines/test-connection.ts';
import * as r63 from './me/index.ts';
import * as r64 from './me/password.ts';
import * as r65 from './me/sessions/[id]/end.ts';
import * as r66 from './me/sessions/index.ts';
import * as r67 from './metrics.ts';
import * as r68 from './notices/index.ts';
import * as r69 from './notices/seen.ts';
import * as r70 from './pairings.ts';
import * as r71 from './people/[id]/deactivate.ts';
import * as r72 from './people/[id]/link.ts';
import * as r73 from './people/[id]/reactivate.ts';
import * as r74 from './people/[id]/role.ts';
import * as r75 from './people/index.ts';
import * as r76 from './policy.ts';
import * as r77 from './profiles/[id]/about.ts';
import * as r78 from './profiles/[id]/affected.ts';
import * as r79 from './profiles/[id]/copy.ts';
import * as r80 from './profiles/[id]/decision.ts';
import * as r81 from './profiles/[id]/draft.ts';
import * as r82 from './profiles/[id]/history.ts';
import * as r83 from './profiles/[id]/index.ts';
import * as r84 from './profiles/[id]/restore.ts';
import * as r85 from './profiles/[id]/retire.ts';
import * as r86 from './profiles/[id]/revisions.ts';
import * as r87 from './profiles/[id]/take-back.ts';
import * as r88 from './profiles/csv.ts';
import * as r89 from './profiles/index.ts';
import * as r90 from './profiles/reviews.ts';
import * as r91 from './recipes/[id]/index.ts';
import * as r92 from './recipes/[id]/pin.ts';
import * as r93 from './recipes/csv.ts';
import * as r94 from './recipes/index.ts';
import * as r95 from './recipes/sheet.ts';
import * as r96 from './references/[id]/index.ts';
import * as r97 from './references/[id]/looks.ts';
import * as r98 from './references/[id]/print.ts';
import * as r99 from './references/index.ts';
import * as r100 from './requests/[id]/decline.ts';
import * as r101 from './requests/[id]/file.ts';
import * as r102 from './requests/[id]/index.ts';
import * as r103 from './requests/[id]/withdraw.ts';
import * as r104 from './requests/csv.ts';
import * as r105 from './requests/index.ts';
import * as r106 from './status.ts';
import * as r107 from './today.ts';
import * as r108 from './tokens/[id]/revoke.ts';
import * as r109 from './tokens/index.ts';
import * as r110 from './trials/[id]/camera.ts';
import * as r111 from './trials/[id]/coupon.ts';
import * as r112 from './trials/[id]/decision.ts';
import * as r113 from './trials/[id]/drawing.ts';
import * as r114 from './trials/[id]/elsewhere.ts';
import * as r115 from './trials/[id]/index.ts';
import * as r116 from './trials/[id]/instrument.ts';
import * as r117 from './trials/[id]/pictures/[picture].ts';
import * as r118 from './trials/[id]/pictures/index.ts';
import * as r119 from './trials/[id]/plate.ts';
import * as r120 from './trials/[id]/print.ts';
import * as r121 from './trials/[id]/readingTable.ts';
import * as r122 from './trials/[id]/readings.ts';
import * as r123 from './trials/[id]/solid.ts';
import * as r124 from './trials/csv.ts';
import * as r125 from './trials/drift.ts';
import * as r126 from './trials/due.ts';
import * as r127 from './trials/index.ts';
import * as r128 from './trials/preview.ts';
import * as r129 from './trials/usualProcess.ts';

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
  './floor/index.ts': r13,
  './floor/live.ts': r14,
  './jobs/[id]/check.ts': r15,
  './jobs/[id]/clear.ts': r16,
  './jobs/[id]/confirm.ts': r17,
  './jobs/[id]/fix.ts': r18,
  './jobs/[id]/index.ts': r19,
  './jobs/[id]/others.ts': r20,
  './jobs/[id]/outcome.ts': r21,
  './jobs/[id]/picture.ts': r22,
  './jobs/[id]/place.ts': r23,
  './jobs/[id]/print.ts': r24,
  './jobs/[id]/program.ts': r25,
  './jobs/[id]/queue.ts': r26,
  './jobs/[id]/traveller.ts': r27,
  './jobs/csv.ts': r28,
  './jobs/index.ts': r29,
  './jobs/queue.ts': r30,
  './jobs/rules.ts': r31,
  './library/changes.ts': r32,
  './library/export.ts': r33,
  './library/find.ts': r34,
  './library/import.ts': r35,
  './library/take-back.ts': r36,
  './limits.ts': r37,
  './live.ts': r38,
  './machines/[id]/care/give-up.ts': r39,
  './machines/[id]/care/index.ts': r40,
  './machines/[id]/care/step.ts': r41,
  './machines/[id]/causes.ts': r42,
  './machines/[id]/change.ts': r43,
  './machines/[id]/clear-plate.ts': r44,
  './machines/[id]/copies.ts': r45,
  './machines/[id]/found.ts': r46,
  './machines/[id]/index.ts': r47,
  './machines/[id]/label.ts': r48,
  './machines/[id]/load-new.ts': r49,
  './machines/[id]/load.ts': r50,
  './machines/[id]/maintenance.ts': r51,
  './machines/[id]/mount.ts': r52,
  './machines/[id]/report.ts': r53,
  './machines/[id]/retire.ts': r54,
  './machines/[id]/said.ts': r55,
  './machines/[id]/stop.ts': r56,
  './machines/[id]/unload.ts': r57,
  './machines/index.ts': r58,
  './machines/maintenance/csv.ts': r59,
  './machines/maintenance/index.ts': r60,
  './machines/retired.ts': r61,
  './machines/test-connection.ts': r62,
  './me/index.ts': r63,
  './me/password.ts': r64,
  './me/sessions/[id]/end.ts': r65,
  './me/sessions/index.ts': r66,
  './metrics.ts': r67,
  './notices/index.ts': r68,
  './notices/seen.ts': r69,
  './pairings.ts': r70,
  './people/[id]/deactivate.ts': r71,
  './people/[id]/link.ts': r72,
  './people/[id]/reactivate.ts': r73,
  './people/[id]/role.ts': r74,
  './people/index.ts': r75,
  './policy.ts': r76,
  './profiles/[id]/about.ts': r77,
  './profiles/[id]/affected.ts': r78,
  './profiles/[id]/copy.ts': r79,
  './profiles/[id]/decision.ts': r80,
  './profiles/[id]/draft.ts': r81,
  './profiles/[id]/history.ts': r82,
  './profiles/[id]/index.ts': r83,
  './profiles/[id]/restore.ts': r84,
  './profiles/[id]/retire.ts': r85,
  './profiles/[id]/revisions.ts': r86,
  './profiles/[id]/take-back.ts': r87,
  './profiles/csv.ts': r88,
  './profiles/index.ts': r89,
  './profiles/reviews.ts': r90,
  './recipes/[id]/index.ts': r91,
  './recipes/[id]/pin.ts': r92,
  './recipes/csv.ts': r93,
  './recipes/index.ts': r94,
  './recipes/sheet.ts': r95,
  './references/[id]/index.ts': r96,
  './references/[id]/looks.ts': r97,
  './references/[id]/print.ts': r98,
  './references/index.ts': r99,
  './requests/[id]/decline.ts': r100,
  './requests/[id]/file.ts': r101,
  './requests/[id]/index.ts': r102,
  './requests/[id]/withdraw.ts': r103,
  './requests/csv.ts': r104,
  './requests/index.ts': r105,
  './status.ts': r106,
  './today.ts': r107,
  './tokens/[id]/revoke.ts': r108,
  './tokens/index.ts': r109,
  './trials/[id]/camera.ts': r110,
  './trials/[id]/coupon.ts': r111,
  './trials/[id]/decision.ts': r112,
  './trials/[id]/drawing.ts': r113,
  './trials/[id]/elsewhere.ts': r114,
  './trials/[id]/index.ts': r115,
  './trials/[id]/instrument.ts': r116,
  './trials/[id]/pictures/[picture].ts': r117,
  './trials/[id]/pictures/index.ts': r118,
  './trials/[id]/plate.ts': r119,
  './trials/[id]/print.ts': r120,
  './trials/[id]/readingTable.ts': r121,
  './trials/[id]/readings.ts': r122,
  './trials/[id]/solid.ts': r123,
  './trials/csv.ts': r124,
  './trials/drift.ts': r125,
  './trials/due.ts': r126,
  './trials/index.ts': r127,
  './trials/preview.ts': r128,
  './trials/usualProcess.ts': r129,
} satisfies Record<string, RouteFile>;
/** The same by address, for the types of the client. */
export type Wire = WireOf<typeof routeFiles>;
