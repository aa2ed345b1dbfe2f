import { randomBytes } from 'node:crypto';
import sharp from 'sharp';

/** Photographs as phones take them: twelve megapixels, some detail, no two alike. */
export async function takePhotos(count) {
  const photos = [];
  for (let at = 0; at < count; at++) {
    const grain = { width: 400, height: 300, channels: 3 };
    photos.push(
      await sharp(randomBytes(grain.width * grain.height * 3), { raw: grain })
        .resize(4000, 3000, { kernel: 'cubic' })
        .jpeg({ quality: 85 })
        .toBuffer(),
    );
  }
  return photos;
}

/** Keeps a server busy with keeping photographs and making them smaller, one after the other, until `stop`; gives how many files it made. */
export function keepResizing(call, clientId, ask, photos) {
  let running = true;
  let made = 0;
  const work = (async () => {
    for (const photo of photos) {
      if (!running) return;
      const { id } = await call('POST', `/api/clients/${clientId}/pictures?name=photo`, photo);
      for (const format of ['avif', 'webp', 'jpeg'])
        for (const width of [480, 800, 1200, 1800]) {
          if (!running) return;
          await ask(`/~/pictures/${id}-${width}.${format}`);
          made++;
        }
    }
  })();
  return {
    stop: async () => {
      running = false;
      await work;
      return made;
    },
  };
}
