/** What a picture of a label says: what is in its square, else in its bars; undefined where nothing is read. */
export type Decode = (picture: ImageData) => Promise<string | undefined>;

/** The browser's own reader of codes, where it has one. */
interface Detector {
  detect(picture: ImageData): Promise<{ rawValue: string }[]>;
}
type DetectorMaker = new (options: { formats: string[] }) => Detector;

/** The way to read codes on this device: the browser's own, else one that comes with the first need. */
export async function decoder(): Promise<Decode> {
  const Maker = (globalThis as { BarcodeDetector?: DetectorMaker }).BarcodeDetector;
  if (Maker) {
    try {
      const own = new Maker({ formats: ['qr_code', 'code_128'] });
      return async (picture) => (await own.detect(picture))[0]?.rawValue;
    } catch {
      // It is there and knows none of these.
    }
  }
  const { default: read } = await import('jsqr');
  return (picture) => Promise.resolve(read(picture.data, picture.width, picture.height)?.data);
}

/** Longest side that a picture is read at, px: a photograph of a phone is far larger than its code needs. */
const SIDE = 1_400;

/** A picture of a file or of the camera, as dots. */
export function dotsOf(source: CanvasImageSource, width: number, height: number): ImageData | undefined {
  const scale = Math.min(1, SIDE / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  context?.drawImage(source, 0, 0, canvas.width, canvas.height);
  return context?.getImageData(0, 0, canvas.width, canvas.height);
}
