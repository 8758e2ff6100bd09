import { machineText } from '../../../../areas/machines/model/failures.ts';
import { getMachinePage } from '../../../../areas/machines/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { labelSheet } from '../../../../platform/http/labels.ts';

/** A label for the machine itself: its code opens its page on a phone. */
export const GET = reading({
  role: 'viewer',
  text: machineText,
  statuses: { noMachine: 404 },
  run: async ({ ctx, params, request }) => {
    const page = await getMachinePage(ctx, params['id']!);
    if (!page.ok) return page;
    const { id, name, printer, place } = page.value;
    return labelSheet([
      { title: name, lines: [printer, place], address: new URL(`/machines/${id}`, request.url).href },
    ]);
  },
});
