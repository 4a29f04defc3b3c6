import { code128, drawingSVG, qrcode } from 'bwip-js/generic';

/** A bar of the narrowest width, mm: what hand scanners read at arm's length. Common practice, no source. */
const moduleMm = { code128: 0.33, qrcode: 0.6 } as const;
const barsMm = 11;
/** White around the code, in modules: ten beside Code 128, four around QR (ISO/IEC 15417, ISO/IEC 18004, from memory). */
const quiet = { code128: 10, qrcode: 4 } as const;

/** Units of the drawing to a module, as the encoder draws them. */
const unitsPerModule = { code128: 1, qrcode: 2 } as const;

export type LabelCode = keyof typeof moduleMm;

export interface Label {
  /** What a scanner types. */
  readonly text: string;
  /** What a person reads below. */
  readonly words: string;
}

export interface DrawnLabel extends Label {
  readonly svg: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Draws a label at true size: the drawing's unit is a module, its width and height on paper are in mm. */
export function drawLabel({ text, words }: Label, code: LabelCode): DrawnLabel {
  const unit = moduleMm[code];
  const options = {
    bcid: code,
    text,
    scale: 1,
    paddingwidth: quiet[code] * unitsPerModule[code],
    paddingheight: code === 'qrcode' ? quiet.qrcode * unitsPerModule.qrcode : 2,
    backgroundcolor: 'FFFFFF',
    ...(code === 'code128' ? { height: (barsMm / unit / 72) * 25.4 } : { eclevel: 'M' }),
  };
  const svg = code === 'code128' ? code128(options, drawingSVG()) : qrcode(options, drawingSVG());
  const [, wide = '0', high = '0'] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg) ?? [];
  const perModule = unitsPerModule[code];
  const widthMm = (Number(wide) / perModule) * unit;
  const heightMm = (Number(high) / perModule) * unit;
  const sized = svg.replace(
    '<svg ',
    `<svg width="${widthMm.toFixed(2)}mm" height="${heightMm.toFixed(2)}mm" `,
  );
  return { text, words, svg: sized, widthMm, heightMm };
}
