import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, test } from '@playwright/test';
import sharp from 'sharp';
import { origin, signedIn } from './helpers.ts';
import config from './playwright.config.ts';

/** A picture as a film of one frame, in which a camera sees it: YUV4MPEG2, light alone. */
async function filmOf(picture: Buffer): Promise<Buffer> {
  const [width, height] = [640, 480];
  const light = await sharp(picture)
    .resize(width, height, { fit: 'contain', background: '#888' })
    .greyscale()
    .raw()
    .toBuffer();
  const grey = Buffer.alloc((width * height) / 2, 128);
  return Buffer.concat([
    Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420jpeg\nFRAME\n`),
    ...[light, grey],
  ]);
}

test('a voucher is scanned with the camera at the desk, and refused the second time', async ({
  browser,
}, { retry }) => {
  const code = `CALM73${retry}42X`;
  const marketer = await signedIn(browser, '/quayside-dental/follow-up/vouchers');
  const ask = async <Answer>(path: string, data: object) =>
    (await (await marketer.request.post(`${origin}/api/${path}`, { data })).json()) as Answer;
  const { clients } = (await (await marketer.request.get(`${origin}/api/clients`)).json()) as {
    clients: { id: string; slug: string }[];
  };
  const { id: client } = clients.find(({ slug }) => slug === 'quayside-dental')!;
  const { id } = await ask<{ id: string }>(`clients/${client}/vouchers`, {
    ...{ name: `Calm visit ${retry}`, key: `calm_${retry}`, lastDay: null },
    worth: '$30 off a first visit',
  });
  await ask(`voucher-pools/${id}/codes`, { list: [code] });

  const folder = await mkdtemp(join(tmpdir(), 'plumgate-camera-'));
  const picture = await marketer.request.get(`${origin}/~/voucher-code/qr/${code}.png`);
  const film = join(folder, 'camera.y4m');
  await writeFile(film, await filmOf(await picture.body()));
  const { launchOptions } = config.use!;
  const withCamera = await chromium.launch({
    ...launchOptions,
    args: [
      ...(launchOptions!.args ?? []),
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  });
  try {
    const desk = await signedIn(withCamera, '/quayside-dental/today', 'desk@quayside-dental.test');
    const redeem = async () => {
      await desk.keyboard.press('Escape');
      await desk.getByRole('button', { name: 'Redeem a voucher' }).click();
      await desk.getByRole('button', { name: 'Scan with the camera' }).click();
    };
    await redeem();
    await expect(desk.getByText(`${code} is redeemed`)).toBeVisible();
    await expect(desk.getByText('$30 off a first visit')).toBeVisible();
    await redeem();
    await expect(desk.getByText(/It was redeemed already/)).toBeVisible();
  } finally {
    await withCamera.close();
    await rm(folder, { recursive: true, force: true });
  }
});
