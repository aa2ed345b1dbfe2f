import {
  BinaryBitmap,
  Code128Reader,
  EAN13Reader,
  HybridBinarizer,
  QRCodeReader,
  RGBLuminanceSource,
  type Reader,
} from '@zxing/library';
import sharp from 'sharp';
import { codePng, codeSvg, type CodePicture } from './code-picture.ts';

/** Reads a picture as a scanner does. ZXing, which shares nothing with what draws it. */
async function scanned(png: Buffer, reader: Reader): Promise<string> {
  const { data, info } = await sharp(png)
    .flatten({ background: '#fff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const light = new RGBLuminanceSource(new Uint8ClampedArray(data), info.width, info.height);
  return reader.decode(new BinaryBitmap(new HybridBinarizer(light))).getText();
}

it.each<[string, CodePicture, Reader]>([
  ['ABCD2345', 'qr', new QRCodeReader()],
  ['ABCD2345', 'barcode', new Code128Reader()],
  ['WINTER-2026-0042', 'barcode', new Code128Reader()],
  // Numbers of EAN-13: the worked example of GS1's page on check digits, and one that is widely printed (from memory).
  ['6291041500213', 'barcode', new EAN13Reader()],
  ['4006381333931', 'barcode', new EAN13Reader()],
  // The last digit is wrong: no EAN, and drawn as it is all the same.
  ['6291041500214', 'barcode', new Code128Reader()],
])('%s as %s is read by an independent decoder', async (code, as, reader) =>
  expect(await scanned(await codePng(code, as), reader)).toBe(code),
);

it('draws one in a page too', () =>
  expect(codeSvg('ABCD2345', 'qr')).toMatch(/^<svg [^>]*viewBox/));
