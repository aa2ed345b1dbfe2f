import { palettesFrom } from '@plumgate/core/brand';

/** Works palettes out beside the screen, so that nothing stutters while a large photograph is looked through. */
self.onmessage = ({ data }: MessageEvent<ImageBitmap>) => {
  const scale = Math.min(1, 200 / Math.max(data.width, data.height));
  const [width, height] = [data.width, data.height].map((side) =>
    Math.max(1, Math.round(side * scale)),
  );
  const canvas = new OffscreenCanvas(width!, height!);
  const context = canvas.getContext('2d')!;
  context.drawImage(data, 0, 0, width!, height!);
  self.postMessage(palettesFrom(context.getImageData(0, 0, width!, height!).data));
};
