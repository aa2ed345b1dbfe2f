/** Reads the code that a video shows just now; null while it shows none. */
export type CodeReader = (video: HTMLVideoElement) => Promise<string | null>;

/** A browser that reads codes by itself (W3C, Accelerated Shape Detection in Images). */
interface Detector {
  detect(source: HTMLVideoElement): Promise<{ rawValue: string }[]>;
}
type DetectorClass = new (options: { formats: string[] }) => Detector;

const formats = ['qr_code', 'code_128', 'ean_13'];

/** How this browser reads codes: by itself where it can, else by a decoder that comes along, loaded when it is needed. */
export async function codeReader(): Promise<CodeReader> {
  const { BarcodeDetector } = globalThis as { BarcodeDetector?: DetectorClass };
  if (BarcodeDetector) {
    const detector = new BarcodeDetector({ formats });
    return async (video) => (await detector.detect(video))[0]?.rawValue ?? null;
  }
  const zxing = await import('@zxing/library');
  const reader = new zxing.MultiFormatReader();
  reader.setHints(
    new Map([
      [
        zxing.DecodeHintType.POSSIBLE_FORMATS,
        [zxing.BarcodeFormat.QR_CODE, zxing.BarcodeFormat.CODE_128, zxing.BarcodeFormat.EAN_13],
      ],
    ]),
  );
  const canvas = document.createElement('canvas');
  return (video) => {
    canvas.width = video.videoWidth;
    canvas.height = video.videoHeight;
    if (canvas.width === 0) return Promise.resolve(null);
    canvas.getContext('2d', { willReadFrequently: true })!.drawImage(video, 0, 0);
    const light = new zxing.HTMLCanvasElementLuminanceSource(canvas);
    try {
      const read = reader.decode(new zxing.BinaryBitmap(new zxing.HybridBinarizer(light)));
      return Promise.resolve(read.getText());
    } catch {
      return Promise.resolve(null);
    }
  };
}
