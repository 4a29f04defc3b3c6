import {
  drawLabel,
  guideDeferral,
  guideFacts,
  kindsByCell,
  partWords,
  stepFacts,
  toolWords,
  type Guide,
  type GuideScrews,
  type GuideStep,
  type PaperSize,
  type Pictures,
  type TypeSize,
} from '@bemtor/core';
import { headFigure, outlineFigure, outlineMm, svgFigure } from './figures.ts';
import { mm, Sheet, type Piece } from './sheet.ts';

export interface GuidePaper {
  readonly size: PaperSize;
  readonly type: TypeSize;
  /** The day that is named where the guide follows no revision, `2026-11-27`. */
  readonly day: string;
  /** One that is not here is left out. */
  readonly pictures?: Pictures;
  /** Hears how many of the steps are on paper; long guides take seconds. */
  readonly onStep?: (done: number, of: number) => void;
}

/** The guide on paper: a tagged PDF, black on white, with no step broken over pages. */
export function guidePaper(guide: Guide, { size, type, day, pictures, onStep }: GuidePaper): Promise<Buffer> {
  const sheet = new Sheet({
    ...{ size, type, title: guide.title, day: guide.revision?.day ?? day },
    words: JSON.stringify(guide),
  });
  head(sheet, guide);
  list(sheet, 'Cautions', [...guide.cautions, guideDeferral]);
  list(sheet, 'Tools', guide.tools.map(toolWords));
  list(sheet, 'Parts to have ready', guide.parts.map(partWords));
  kinds(sheet, guide.screws);
  const of = guide.sections.reduce((sum, { steps }) => sum + steps.length, 0);
  for (const { title, steps } of guide.sections) {
    const drawn = steps.map((step) => () => stepPieces(sheet, step, guide, pictures));
    sheet.section(title, heightOf(drawn[0]?.() ?? []));
    for (const [i, pieces] of drawn.entries()) {
      sheet.put(pieces(), 'LI');
      sheet.gap(0.25);
      sheet.rule(0.4);
      sheet.gap(0.45);
      onStep?.(steps[i]?.n ?? 0, of);
    }
  }
  ledger(sheet, guide.screws);
  return sheet.finish();
}

const heightOf = (pieces: readonly Piece[]): number => pieces.reduce((sum, { height }) => sum + height, 0);

function head(sheet: Sheet, guide: Guide): void {
  const code = guide.link === null ? null : drawLabel({ text: guide.link, words: '' }, 'qrcode');
  const beside = code ? code.widthMm * mm : 0;
  const top = sheet.doc.y;
  if (code) {
    const x = sheet.left + sheet.width - beside;
    sheet.put([{ ...svgFigure(sheet.doc, x, { ...code, alt: `Code with the address ${guide.link}` }) }]);
    sheet.doc.y = top;
  }
  const width = sheet.width - beside;
  const term = 5 * sheet.em;
  sheet.put([sheet.text(guide.title, { isBold: true, scale: 1.9, tag: 'H1', width })]);
  sheet.doc.outline.addItem(guide.title);
  sheet.gap(0.3);
  for (const [name, value] of guideFacts(guide)) {
    const words = sheet.text(value, { x: term, width: width - term });
    sheet.put([{ ...sheet.text(name, { isBold: true, width: term }), height: 0 }, words]);
  }
  if (code) sheet.doc.y = Math.max(sheet.doc.y, top + code.heightMm * mm);
}

function list(sheet: Sheet, title: string, items: readonly string[]): void {
  if (items.length === 0) return;
  const x = 1.1 * sheet.em;
  const pieces = items.map((item) => {
    const piece = sheet.text(item, { x });
    const draw = (y: number): void => {
      sheet.doc.circle(sheet.left + sheet.em * 0.4, y + sheet.em * 0.62, sheet.em * 0.16).fill('black');
      piece.draw(y);
    };
    return { ...piece, draw };
  });
  sheet.section(title, pieces[0]?.height);
  for (const piece of pieces) {
    sheet.put([piece], 'LI');
    sheet.gap(0.15);
  }
}

function kinds(sheet: Sheet, screws: readonly GuideScrews[]): void {
  const all = kindsByCell(screws);
  if (all.length === 0) return;
  sheet.section('Screw kinds', 4 * sheet.em);
  sheet.table(
    ['Cell', 'Head, true size', 'Kind', 'How many'],
    [0.1, 0.22, 0.5, 0.18],
    all.map(({ cell, screw, words, count }) => [
      ...[cell, headFigure(sheet.doc, sheet.left, screw.drive, screw.thread), words, String(count ?? '?')],
    ]),
  );
}

/** To be ticked by hand, twice: as a group comes out, and as it goes back. */
function ledger(sheet: Sheet, screws: readonly GuideScrews[]): void {
  if (screws.length === 0) return;
  sheet.section('Screw ledger', 4 * sheet.em);
  const tick = (step: number | null, what: string): Piece | string =>
    step === null ? '' : tickFigure(sheet, `${what} in step ${step}: to be ticked`, String(step));
  sheet.table(
    ['Cell', 'Kind', 'Part', 'How many', 'Out in step', 'Back in step'],
    [0.08, 0.3, 0.26, 0.11, 0.125, 0.125],
    screws.map(({ cell, words, part, where, count, outAt, backAt }) => [
      ...[cell, words, [part, where].filter(Boolean).join(', '), String(count ?? '?')],
      ...[tick(outAt, 'Out'), tick(backAt, 'Back')],
    ]),
  );
}

/** An empty box, with words beside it. */
function tickFigure({ doc, left, em }: Sheet, alt: string, words: string): Piece {
  const side = em * 0.95;
  const draw = (y: number): void => {
    doc.rect(left, y, side, side).lineWidth(0.8).stroke('black');
    doc.font('plain').fontSize(em * 0.92);
    doc.fillColor('black').text(words, left + side * 1.5, y - em * 0.1, { lineBreak: false });
  };
  return { tag: 'Figure', alt, height: side, draw };
}

function stepPieces(
  sheet: Sheet,
  step: GuideStep,
  { model }: Guide,
  pictures: Pictures = new Map(),
): Piece[] {
  const { doc, em, left } = sheet;
  const x = 4 * em;
  const outline = outlineFigure(doc, left + sheet.width - outlineMm * mm, step, model.outlineMm ?? null);
  const width = sheet.width - x - (outline ? outlineMm * mm + em : 0);
  const bold = { isBold: true, scale: 1.1 };
  const title = sheet.text([step.title, step.place].filter(Boolean).join(', '), { ...bold, x, width });
  const number = sheet.text(String(step.n), { ...bold, x: 1.6 * em, width: 2.4 * em });
  const first: Piece = {
    ...title,
    draw: (y) => {
      doc
        .rect(left, y + em * 0.2, em * 0.95, em * 0.95)
        .lineWidth(0.8)
        .stroke('black');
      number.draw(y);
      title.draw(y);
    },
  };
  const texts = [
    first,
    ...[stepFacts(step), step.detail].flatMap((words) => (words ? [sheet.text(words, { x, width })] : [])),
    ...step.cautions.map((caution) => cautionPiece(sheet, caution, x, width)),
  ];
  const photos = photoRows(
    sheet,
    step.pictures.flatMap((id) => pictures.get(id) ?? []),
    x,
    step.title,
  );
  if (!outline) return [...texts, ...photos];
  // The outline stands beside the words; the step is as high as the higher of both.
  const last = texts.at(-1) ?? first;
  const more = Math.max(0, outline.height - heightOf(texts));
  return [
    { ...outline, height: 0 },
    ...texts.slice(0, -1),
    { ...last, height: last.height + more },
    ...photos,
  ];
}

/** Framed at its left: it is seen without colour. */
function cautionPiece(sheet: Sheet, caution: string, x: number, width: number): Piece {
  const inset = 0.7 * sheet.em;
  const style = { isBold: true, x: x + inset, width: width - inset };
  const piece = sheet.text(`Caution: ${caution}`, style);
  const draw = (y: number): void => {
    sheet.doc.rect(sheet.left + x, y, sheet.em * 0.25, piece.height).fill('black');
    piece.draw(y);
  };
  return { ...piece, draw };
}

/** Two photos beside each other in a row. */
function photoRows(
  { doc, left, width, em }: Sheet,
  photos: readonly Uint8Array[],
  x: number,
  of: string,
): Piece[] {
  const wide = (width - x - em) / 2;
  const high = 62 * mm;
  return photos.map((photo, i): Piece => {
    const column = i % 2;
    const isLastOfRow = column === 1 || i === photos.length - 1;
    return {
      tag: 'Figure',
      alt: `Photo ${i + 1}: ${of}`,
      height: isLastOfRow ? high + em * 0.4 : 0,
      draw: (y) =>
        void doc.image(Buffer.from(photo), left + x + column * (wide + em), y + em * 0.3, {
          fit: [wide, high],
        }),
    };
  });
}
