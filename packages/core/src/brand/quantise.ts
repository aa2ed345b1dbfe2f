/** A colour of a picture, 0 to 255 a channel, and how many of its pixels it stands for. */
export interface Swatch {
  rgb: [number, number, number];
  count: number;
}

interface Box {
  swatches: Swatch[];
  count: number;
}

/**
 * The main colours of a picture: the box of colours that varies most is cut in two until there are enough, along the
 * channel that varies most, where the two sides differ most from each other (N. Otsu, "A threshold selection method from
 * gray-level histograms", 1979; a cut at the median would tear a large even area apart). `pixels` is RGBA; pixels more
 * see-through than not are left out. The most frequent colour comes first.
 */
export function mainColours(pixels: Uint8ClampedArray | readonly number[], most: number): Swatch[] {
  const boxes: Box[] = [boxOf(histogram(pixels))];
  if (boxes[0]!.count === 0) return [];
  while (boxes.length < most) {
    const next = boxes
      .filter((box) => box.swatches.length > 1)
      .sort((a, b) => varied(b).variation - varied(a).variation)[0];
    if (!next) break;
    boxes.splice(boxes.indexOf(next), 1, ...halves(next));
  }
  return boxes.map(mean).sort((a, b) => b.count - a.count);
}

/** Pixels counted in cells of 8 levels a channel, each with the mean of what fell into it. */
function histogram(pixels: Uint8ClampedArray | readonly number[]): Swatch[] {
  const cells = new Map<number, { sum: [number, number, number]; count: number }>();
  for (let at = 0; at + 3 < pixels.length; at += 4) {
    if (pixels[at + 3]! < 128) continue;
    const [r, g, b] = [pixels[at]!, pixels[at + 1]!, pixels[at + 2]!];
    const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
    const cell = cells.get(key) ?? { sum: [0, 0, 0], count: 0 };
    cell.sum[0] += r;
    cell.sum[1] += g;
    cell.sum[2] += b;
    cell.count++;
    cells.set(key, cell);
  }
  return [...cells.values()].map(({ sum, count }) => ({
    rgb: sum.map((one) => one / count) as Swatch['rgb'],
    count,
  }));
}

const boxOf = (swatches: Swatch[]): Box => ({
  swatches,
  count: swatches.reduce((sum, one) => sum + one.count, 0),
});

const channels = [0, 1, 2] as const;

/** The channel in which a box's pixels vary most, and by how much: the sum of squared distances from their mean. */
function varied(box: Box): { channel: 0 | 1 | 2; variation: number } {
  const all = channels.map((channel) => {
    const middle =
      box.swatches.reduce((sum, one) => sum + one.rgb[channel] * one.count, 0) / box.count;
    const variation = box.swatches.reduce(
      (sum, one) => sum + one.count * (one.rgb[channel] - middle) ** 2,
      0,
    );
    return { channel, variation };
  });
  return all.sort((a, b) => b.variation - a.variation)[0]!;
}

function halves(box: Box): [Box, Box] {
  const { channel } = varied(box);
  const sorted = box.swatches.toSorted((a, b) => a.rgb[channel] - b.rgb[channel]);
  const whole = sorted.reduce((sum, one) => sum + one.rgb[channel] * one.count, 0);
  let [cut, best, passed, below] = [1, -1, 0, 0];
  for (const [at, one] of sorted.slice(0, -1).entries()) {
    passed += one.count;
    below += one.rgb[channel] * one.count;
    const left = box.count - passed;
    const between = passed * left * (below / passed - (whole - below) / left) ** 2;
    if (between > best) [cut, best] = [at + 1, between];
  }
  return [boxOf(sorted.slice(0, cut)), boxOf(sorted.slice(cut))];
}

function mean({ swatches, count }: Box): Swatch {
  const rgb = channels.map((channel) =>
    Math.round(swatches.reduce((sum, one) => sum + one.rgb[channel] * one.count, 0) / count),
  );
  return { rgb: rgb as Swatch['rgb'], count };
}
