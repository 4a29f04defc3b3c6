import {
  BarcodeFormat,
  BinaryBitmap,
  DecodeHintType,
  HybridBinarizer,
  MultiFormatReader,
  RGBLuminanceSource,
} from '@zxing/library';
import { createRequire } from 'node:module';
import { getDocument, type PDFDocumentProxy, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';

const canvasOf = createRequire(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'))(
  '@napi-rs/canvas',
) as {
  createCanvas: (
    width: number,
    height: number,
  ) => {
    getContext: (kind: '2d') => CanvasLike;
    toBuffer: (type: 'image/png') => Buffer;
  };
};
interface CanvasLike {
  fillStyle: string;
  fillRect: (x: number, y: number, width: number, height: number) => void;
  getImageData: (x: number, y: number, width: number, height: number) => { data: Uint8ClampedArray };
}

/** Words as they stand on a page: where they begin, points from the left and from the top. */
export interface Word {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly font: string;
}

/** A PDF as another program reads it. */
export async function readPdf(bytes: Uint8Array): Promise<PDFDocumentProxy> {
  return getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
}

export async function pagesOf(pdf: PDFDocumentProxy): Promise<PDFPageProxy[]> {
  return Promise.all(Array.from({ length: pdf.numPages }, (_, i) => pdf.getPage(i + 1)));
}

export async function wordsOn(page: PDFPageProxy): Promise<Word[]> {
  const high = page.view[3] ?? 0;
  const { items } = await page.getTextContent();
  return items.flatMap((item) =>
    'str' in item && item.str.trim() !== ''
      ? [
          {
            text: item.str,
            x: item.transform[4] as number,
            y: high - (item.transform[5] as number),
            font: item.fontName,
          },
        ]
      : [],
  );
}

/** All that stands on a page, as one text. */
export const textOf = async (page: PDFPageProxy): Promise<string> =>
  (await wordsOn(page)).map(({ text }) => text).join(' ');

/** The page as a picture, at so many dots to the inch. */
export async function picture(
  page: PDFPageProxy,
  dpi: number,
): Promise<{ width: number; height: number; data: Uint8ClampedArray; png: () => Buffer }> {
  const viewport = page.getViewport({ scale: dpi / 72 });
  const [width, height] = [Math.round(viewport.width), Math.round(viewport.height)];
  const canvas = canvasOf.createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, height);
  await page.render({ canvasContext: context as never, viewport }).promise;
  return {
    ...{ width, height, data: context.getImageData(0, 0, width, height).data },
    png: () => canvas.toBuffer('image/png'),
  };
}

/** What a code within a part of the page says, mm, as ZXing reads it. */
export async function codesOn(
  page: PDFPageProxy,
  at: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): Promise<string> {
  const dotsPerMm = 10;
  const { data, width } = await picture(page, dotsPerMm * 25.4);
  const [wide, high] = [at.width * dotsPerMm, at.height * dotsPerMm];
  const grey = new Uint8ClampedArray(wide * high);
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++)
      grey[y * wide + x] = data[((y + at.y * dotsPerMm) * width + x + at.x * dotsPerMm) * 4]!;
  const source = new RGBLuminanceSource(grey, wide, high);
  const hints = new Map<DecodeHintType, unknown>([
    [DecodeHintType.TRY_HARDER, true],
    [DecodeHintType.POSSIBLE_FORMATS, [BarcodeFormat.CODE_128, BarcodeFormat.QR_CODE]],
  ]);
  return new MultiFormatReader().decode(new BinaryBitmap(new HybridBinarizer(source)), hints).getText();
}
