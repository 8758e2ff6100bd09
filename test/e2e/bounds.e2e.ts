import { createHash } from 'node:crypto';
import net from 'node:net';
import { gzipSync } from 'node:zlib';
import { expect, settled, signIn, test } from './fixtures.ts';
import { list, profileId } from './asked.ts';

test('an upload that is cut off leaves nothing behind, and the same file can be sent again', async ({
  page,
  context,
}) => {
  await signIn(page);
  const url = new URL(page.url());
  const whole = Buffer.from(`G1 X1 F600\n${'; a line of a file that is cut off\n'.repeat(100_000)}`);
  const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  await new Promise<void>((cut) => {
    const socket = net.connect(Number(url.port), url.hostname, () => {
      socket.write(
        `PUT /api/files HTTP/1.1\r\nhost: ${url.host}\r\norigin: ${url.origin}\r\ncookie: ${cookie}\r\ncontent-length: ${whole.length}\r\n\r\n`,
      );
      socket.write(whole.subarray(0, whole.length >> 1), () =>
        setTimeout(() => {
          socket.destroy();
          cut();
        }, 300),
      );
    });
  });
  const sha = createHash('sha256').update(whole).digest('hex');
  const asked = await page.request.post('/api/jobs', {
    headers: { origin: url.origin },
    data: {
      title: 'cut',
      class: 'in-house',
      quantity: 1,
      machineId: (await list<{ id: string }[]>(page, '/api/machines'))[0]!.id,
      toolId: await profileId(page, '0.4', 'tool'),
      materialId: await profileId(page, 'PLA white'),
      processId: await profileId(page, 'Fine'),
      fileSha: sha,
      fileName: 'cut.gcode',
    },
  });
  expect(await asked.json()).toMatchObject({ code: 'noFile' }); // everything else about the job is sound
  expect((await page.request.get('/api/health')).ok()).toBe(true);
  const again = await page.request.put('/api/files', { headers: { origin: url.origin }, data: whole });
  expect(await again.json()).toMatchObject({ sha256: sha });
});

test('all script of a cold Today until idle is below 300 kB gzip', async ({ page }) => {
  let bytes = 0;
  let files = 0;
  page.on('response', async (r) => {
    if (r.request().resourceType() === 'script') {
      files++;
      bytes += gzipSync(await r.body()).length;
    }
  });
  await signIn(page);
  await page.goto('/');
  await settled(page);
  await page.waitForLoadState('networkidle').catch(() => undefined);
  expect(files).toBeGreaterThan(1);
  expect(bytes).toBeLessThan(300_000);
});
