import {
  headAcross,
  headRing,
  headShape,
  headSquare,
  metricThread,
  type Drive,
  type GuideStep,
} from '@bemtor/core';
import { mm, type Piece } from './sheet.ts';

type Page = PDFKit.PDFDocument;

/** A screw head from above, at its true size where the thread is known. */
export function headFigure(
  doc: Page,
  x: number,
  drive: Drive | null | undefined,
  thread: string | null | undefined,
): Piece {
  const across = metricThread(thread)?.headDiameterMm ?? 4;
  const scale = (across * mm) / headAcross;
  const side = headSquare * scale;
  return {
    tag: 'Figure',
    alt: `Head of the screw${drive ? `, ${drive}` : ''}`,
    height: side,
    draw: (y) => {
      doc.save().translate(x, y).scale(scale);
      doc.circle(headRing.cx, headRing.cy, headRing.r).lineWidth(headRing.width).stroke('black');
      const { stroke, circles = [], polygon } = headShape(drive);
      if (stroke) doc.path(stroke.path).lineWidth(stroke.width).stroke('black');
      for (const { cx, cy, r } of circles) doc.circle(cx, cy, r).fill('black');
      if (polygon)
        doc.polygon(...polygon.split(' ').map((pair) => pair.split(',').map(Number))).fill('black');
      doc.restore();
    },
  };
}

/** What an encoder or another drawing gave as SVG paths, at its size in mm. */
export function svgFigure(
  doc: Page,
  x: number,
  { svg, widthMm, heightMm, alt }: { svg: string; widthMm: number; heightMm: number; alt: string },
): Piece {
  const [, wide = '1'] = /viewBox="0 0 ([\d.]+)/.exec(svg) ?? [];
  return {
    tag: 'Figure',
    alt,
    height: heightMm * mm,
    draw: (y) => {
      doc
        .save()
        .translate(x, y)
        .scale((widthMm * mm) / Number(wide));
      for (const [, attributes = ''] of svg.matchAll(/<path ([^>]*)\/?>/g)) {
        const of = (name: string) => new RegExp(`(?:^|\\s)${name}="([^"]*)"`).exec(attributes)?.[1];
        const path = doc.path(of('d') ?? '');
        if (of('stroke')) path.lineWidth(Number(of('stroke-width') ?? 1)).stroke('black');
        else path.fill('black', 'even-odd');
      }
      doc.restore();
    },
  };
}

/** How wide an outline is drawn beside a step, mm. */
export const outlineMm = 66;

/** The side that is up, with the screws of the step by number; null where nobody has measured them. */
export function outlineFigure(
  doc: Page,
  x: number,
  { points, title }: Pick<GuideStep, 'points' | 'title'>,
  size: { readonly width: number; readonly depth: number } | null,
): Piece | null {
  const [first] = points;
  if (!size || !first) return null;
  const r = Math.max(size.width, size.depth) / 32;
  const scale = (outlineMm * mm) / Math.max(size.width + 2 * r, size.depth + 2 * r);
  const side = first.face === 'bottom' ? 'Bottom up' : 'Top up';
  return {
    tag: 'Figure',
    alt: `Where the screws are: ${title}. ${side}, ${points.map(({ n, x, y }) => `${n} at ${x}, ${y} mm`).join('; ')}`,
    height: (size.depth + 2 * r) * scale + 16,
    draw: (y) => {
      doc.font('plain').fontSize(8).fillColor('black');
      doc.text(`${side}, seen from above`, x, y + 2, { lineBreak: false });
      doc
        .save()
        .translate(x, y + 13)
        .scale(scale)
        .translate(r, r);
      doc.roundedRect(0, 0, size.width, size.depth, 4).lineWidth(1).stroke('black');
      for (const { n, x, y } of points) {
        doc.circle(x, y, r).lineWidth(1.2).fillAndStroke('white', 'black');
        doc
          .font('bold')
          .fontSize(r * 1.25)
          .fillColor('black');
        doc.text(String(n), x - r, y - r * 0.72, { width: 2 * r, align: 'center', lineBreak: false });
      }
      doc.restore();
    },
  };
}
