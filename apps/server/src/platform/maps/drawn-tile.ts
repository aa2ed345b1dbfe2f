/**
 * A square of a made-up map, 256 by 256, as SVG: streets on a grid that joins from square to square, a park or some
 * water here and there. The same square is always drawn alike.
 */
export function drawnTile(zoom: number, x: number, y: number): string {
  const chance = (salt: number) => {
    const mixed = Math.imul(
      x * 374761393 + y * 668265263 + zoom * 97 + salt * 1442695041,
      1274126177,
    );
    return ((mixed ^ (mixed >>> 15)) >>> 0) / 2 ** 32;
  };
  const ground = chance(1) < 0.12 ? '#cfe0e8' : '#f1eee6';
  const park =
    chance(2) < 0.3
      ? `<rect x="${20 + chance(3) * 90}" y="${24 + chance(4) * 90}" width="${60 + chance(5) * 60}" height="${50 + chance(6) * 60}" rx="8" fill="#d5e3c8"/>`
      : '';
  const street = (width: number, at: number[]) =>
    at
      .map((one) => `<path d="M${one} 0V256M0 ${one}H256" stroke="#fff" stroke-width="${width}"/>`)
      .join('');
  const lane =
    chance(7) < 0.5
      ? '<path d="M0 64Q128 40 256 64" stroke="#fff" stroke-width="6" fill="none"/>'
      : '';
  const houses = Array.from({ length: 7 }, (_, index) => {
    const [left, top] = [12 + chance(20 + index) * 210, 12 + chance(40 + index) * 210];
    return `<rect x="${left.toFixed(0)}" y="${top.toFixed(0)}" width="${(14 + chance(60 + index) * 22).toFixed(0)}" height="${(12 + chance(80 + index) * 18).toFixed(0)}" fill="#e2dccf"/>`;
  }).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="256" height="256" viewBox="0 0 256 256"><rect width="256" height="256" fill="${ground}"/>${park}${houses}${street(7, [128])}${street(12, [0, 256])}${lane}</svg>`;
}
