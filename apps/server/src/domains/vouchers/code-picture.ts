import bwipjs from 'bwip-js/node';
import { isValidCode } from '@plumgate/core/vouchers';

/** How a code is drawn for a scanner. */
export const codePictures = ['qr', 'barcode'] as const;
export type CodePicture = (typeof codePictures)[number];

/** Where the picture of a code is, on any host: who can read the address has the code. */
export const codePath = (code: string, as: CodePicture): string =>
  `/~/voucher-code/${as}/${encodeURIComponent(code)}.png`;

const ean = { alphabet: 'digits', length: 13, isChecked: true } as const;

/**
 * What draws a code: QR (ISO/IEC 18004), or a barcode, EAN-13 for thirteen digits that have its check digit and Code 128 for
 * anything else (GS1 General Specifications, sections 5.2 and 5.4).
 */
const symbolOf = (code: string, as: CodePicture) => ({
  bcid: as === 'qr' ? 'qrcode' : isValidCode(code, ean) ? 'ean13' : 'code128',
  text: code,
  ...(as === 'barcode' && { height: 14 }),
  // A scanner needs light around it: four modules, and ten beside a barcode.
  paddingwidth: as === 'qr' ? 4 : 10,
  paddingheight: 4,
  backgroundcolor: 'FFFFFF',
});

/** A code as a PNG. @throws Error for letters that a barcode has none for */
export const codePng = (code: string, as: CodePicture): Promise<Buffer> =>
  bwipjs.toBuffer({ ...symbolOf(code, as), scale: as === 'qr' ? 8 : 3 });

/** The same as SVG, to stand in a page. */
export const codeSvg = (code: string, as: CodePicture): string =>
  bwipjs.toSVG({ ...symbolOf(code, as), scale: 3 });
