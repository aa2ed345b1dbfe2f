import type { Palette } from '@plumgate/core/brand';
import type { PaletteQuestion } from './palette-worker.ts';

/** Palettes from a picture, worked out in a web worker; each `turn` gives others. */
export async function palettesOf(src: string, turn: number): Promise<Palette[]> {
  const bitmap = await createImageBitmap(await (await fetch(src)).blob());
  const worker = new Worker(new URL('./palette-worker.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<Palette[]>) => resolve(data);
      worker.onerror = () => reject(new Error('The picture’s colors could not be read.'));
      worker.postMessage({ bitmap, turn } satisfies PaletteQuestion, [bitmap]);
    });
  } finally {
    worker.terminate();
  }
}
