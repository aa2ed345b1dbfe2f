import { palettesFrom } from '@plumgate/core/brand';

/** A picture, and how often somebody has asked for others of it. */
export interface PaletteQuestion {
  bitmap: ImageBitmap;
  turn: number;
}

/** Works palettes out beside the screen, so that nothing stutters while a large photograph is looked through. */
self.onmessage = ({ data: { bitmap, turn } }: MessageEvent<PaletteQuestion>) => {
  const scale = Math.min(1, 200 / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [bitmap.width, bitmap.height].map((side) =>
    Math.max(1, Math.round(side * scale)),
  );
  const canvas = new OffscreenCanvas(width!, height!);
  const context = canvas.getContext('2d')!;
  context.drawImage(bitmap, 0, 0, width!, height!);
  const pixels = context.getImageData(0, 0, width!, height!).data;
  self.postMessage(palettesFrom(pixels, 4, turn));
};
