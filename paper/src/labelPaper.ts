import { drawLabel, type PaperRequestOf } from '@bemtor/core';
import { headFigure, svgFigure } from './figures.ts';
import { mm, Sheet } from './sheet.ts';

/** Printers leave so much of a sheet white; the first label begins there. */
const originMm = 10;
const gapMm = 3;
/** Two lines of words below the code. */
const captionMm = 9;
const narrowestMm = 32;

/** Labels at true size, from the origin of the page, as many on a sheet as there is room for. */
export function labelPaper({ size, code, day, labels }: PaperRequestOf<'labels'>): Promise<Buffer> {
  const words = labels.map((label) => label.words).join('');
  const sheet = new Sheet({ size, day, title: 'Labels', words });
  const { doc } = sheet;
  const wide = doc.page.width / mm - originMm;
  const high = doc.page.height / mm - originMm - 8; // the page's own foot
  let [x, y, lineHigh] = [originMm, originMm, 0];
  for (const label of labels) {
    const drawn = drawLabel(label, code);
    const [width, height] = [Math.max(narrowestMm, drawn.widthMm), drawn.heightMm + captionMm];
    if (x > originMm && x + width > wide) [x, y, lineHigh] = [originMm, y + lineHigh + gapMm, 0];
    if (y > originMm && y + height > high) {
      sheet.page();
      [x, y] = [originMm, originMm];
    }
    const at = { x: x * mm, y: y * mm };
    sheet.figure(`Label ${label.text}: ${label.words}`, () => {
      doc
        .rect(at.x, at.y, width * mm, height * mm)
        .lineWidth(0.25)
        .dash(1, { space: 2 })
        .stroke('black')
        .undash();
      svgFigure(doc, at.x, { ...drawn, alt: '' }).draw(at.y);
      const headMm = label.screw ? 7 : 0;
      if (label.screw) {
        const head = headFigure(doc, at.x + 1.5 * mm, label.screw.drive, label.screw.thread);
        head.draw(at.y + (drawn.heightMm + captionMm / 2) * mm - head.height / 2);
      }
      doc.font('plain').fontSize(8).fillColor('black');
      doc.text(label.words, at.x + (1.5 + headMm) * mm, at.y + (drawn.heightMm + 1) * mm, {
        width: (width - 3 - headMm) * mm,
        height: 20,
        ellipsis: true,
      });
    });
    x += width + gapMm;
    lineHigh = Math.max(lineHigh, height);
  }
  return sheet.finish();
}
