import { machineText } from '../../../../areas/machines/model/failures.ts';
import { getLotOf } from '../../../../areas/machines/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { labelSheet } from '../../../../platform/http/labels.ts';

/** Labels for a spool or bottle and for what came with it: same material, lot and moment. */
export const GET = reading({
  role: 'viewer',
  text: machineText,
  statuses: { noContainer: 404 },
  run: async ({ ctx, params, request }) => {
    const found = await getLotOf(ctx, params['id']!);
    if (!found.ok) return found;
    return labelSheet(
      found.value.map(({ code, material, lot }) => ({
        title: code,
        lines: [material, `lot ${lot}`],
        address: new URL(`/machines/spools/${encodeURIComponent(code)}`, request.url).href,
      })),
    );
  },
});
