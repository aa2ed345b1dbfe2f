import { create, toDataURL, toString as drawn } from 'qrcode';

/** How much of a code may be hidden and still be read: a quarter, for what hangs on a wall. */
const level = 'Q';

export const qrSvg = (address: string): Promise<string> =>
  drawn(address, { type: 'svg', errorCorrectionLevel: level, margin: 4 });

/** As a PNG of 1024 pixels, as a data address. */
export const qrPng = (address: string): Promise<string> =>
  toDataURL(address, { errorCorrectionLevel: level, margin: 4, width: 1024 });

/** The modules of a code in rows, true where dark. */
export function qrModules(address: string): boolean[][] {
  const { size, data } = create(address, { errorCorrectionLevel: level }).modules;
  return Array.from({ length: size }, (_, row) =>
    Array.from({ length: size }, (_, column) => data[row * size + column] === 1),
  );
}
