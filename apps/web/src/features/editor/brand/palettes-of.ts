import type { Palette } from '@plumgate/core/brand';

/** Palettes from a picture, worked out in a web worker. */
export async function palettesOf(src: string): Promise<Palette[]> {
  const bitmap = await createImageBitmap(await (await fetch(src)).blob());
  const worker = new Worker(new URL('./palette-worker.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<Palette[]>) => resolve(data);
      worker.onerror = () => reject(new Error('The picture’s colors could not be read.'));
      worker.postMessage(bitmap, [bitmap]);
    });
  } finally {
    worker.terminate();
  }
}
