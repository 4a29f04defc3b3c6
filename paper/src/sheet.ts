import { paperSizes, typeSizes, type PaperSize, type TypeSize } from '@bemtor/core';
import PDFDocument from 'pdfkit';
import { barlow, dejaVu, type Letters } from './letters.ts';

/** Points to a millimetre. */
export const mm = 72 / 25.4;

export interface SheetRequest {
  readonly size: PaperSize;
  readonly type?: TypeSize;
  readonly isLandscape?: boolean;
  readonly title: string;
  /** `2026-11-27`: what the file says of its making, so that the same request gives the same bytes. */
  readonly day: string;
  /** All that will be written: it decides the letters. */
  readonly words: string;
}

/** Something of a known height that is drawn at a place; what is kept together is measured first. */
export interface Piece {
  readonly height: number;
  /** Its place in the structure that a screen reader follows: P, H2, TR, Figure. */
  readonly tag: string;
  /** What is said of a figure. */
  readonly alt?: string;
  readonly draw: (y: number) => void;
}

export interface TextStyle {
  readonly isBold?: boolean;
  /** In heights of the running text. */
  readonly scale?: number;
  readonly tag?: string;
  /** Points from the left margin, and how wide; all of the rest where it is not said. */
  readonly x?: number;
  readonly width?: number;
}

type Structure = PDFKit.PDFStructureElement;

/**
 * Pages that are filled from the top: black on white, tagged for screen readers, with letters embedded, a bookmark for
 * each heading and the title and number at the foot of each page. The same calls give the same bytes.
 */
export class Sheet {
  readonly doc: PDFKit.PDFDocument;
  /** Height of the running text, points. */
  readonly em: number;
  readonly #title: string;
  readonly #root: Structure;
  readonly #letters: Letters;
  #section: Structure;

  constructor({ size, type = 'normal', isLandscape = false, title, day, words }: SheetRequest) {
    const { widthMm, heightMm } = paperSizes[size];
    this.doc = new PDFDocument({
      size: [widthMm * mm, heightMm * mm],
      layout: isLandscape ? 'landscape' : 'portrait',
      margins: { left: 16 * mm, right: 14 * mm, top: 14 * mm, bottom: 18 * mm },
      bufferPages: true,
      pdfVersion: '1.7',
      tagged: true,
      subset: 'PDF/UA' as never, // known to the library, not yet to its types
      lang: 'en',
      displayTitle: true,
      info: {
        Title: title,
        Producer: 'Bemtor',
        Creator: 'Bemtor',
        CreationDate: new Date(`${day}T00:00:00Z`),
      },
    });
    this.em = typeSizes[type];
    this.#title = title;
    this.#letters = barlow.has(title + words) ? barlow : dejaVu;
    this.doc.registerFont('plain', this.#letters.plain);
    this.doc.registerFont('bold', this.#letters.bold);
    this.#root = this.doc.struct('Document');
    this.doc.addStructure(this.#root);
    this.#section = this.#root;
    this.doc.y = this.top;
  }

  get left(): number {
    return this.doc.page.margins.left;
  }
  get top(): number {
    return this.doc.page.margins.top;
  }
  get width(): number {
    return this.doc.page.width - this.left - this.doc.page.margins.right;
  }
  get bottom(): number {
    return this.doc.page.height - this.doc.page.margins.bottom;
  }

  /** Begins a section, with a bookmark; its heading stays with what comes `first`. */
  section(title: string, first = 0): void {
    this.#section = this.doc.struct('Sect', { title });
    this.#root.add(this.#section);
    const heading = this.text(title, { isBold: true, scale: 1.35, tag: 'H2' });
    this.gap(1.1);
    this.#makeRoom(heading.height + this.em * 0.6 + first);
    this.doc.outline.addItem(title);
    this.put([heading]);
    this.rule();
    this.gap(0.4);
  }

  text(words: string, { isBold, scale = 1, tag = 'P', x = 0, width }: TextStyle = {}): Piece {
    const options = { width: width ?? this.width - x, lineGap: this.em * 0.15 };
    const set = () => this.doc.font(isBold ? 'bold' : 'plain').fontSize(this.em * scale);
    return {
      tag,
      height: set().heightOfString(words, options),
      draw: (y) =>
        void set()
          .fillColor('black')
          .text(words, this.left + x, y, options),
    };
  }

  /** Draws pieces one below the other, never broken over pages unless they fill more than one. */
  put(pieces: readonly Piece[], wrap?: string): void {
    this.#makeRoom(pieces.reduce((sum, { height }) => sum + height, 0));
    const parent = wrap === undefined ? this.#section : this.doc.struct(wrap);
    if (wrap !== undefined) this.#section.add(parent);
    for (const piece of pieces) this.#place(piece, parent);
  }

  #place({ tag, alt, height, draw }: Piece, parent: Structure): void {
    if (this.doc.y + Math.min(height, this.em * 1.3) > this.bottom) this.doc.addPage();
    const page = this.doc.page;
    const y = this.doc.y;
    parent.add(this.doc.struct(tag, alt === undefined ? {} : { alt }, () => draw(y)));
    // A long text has broken the page itself and stands where it ended.
    if (this.doc.page === page) this.doc.y = y + height;
  }

  /** A table; its head is drawn again on every page that it reaches. `shares` of the width, from the left. */
  table(
    head: readonly string[],
    shares: readonly number[],
    rows: readonly (readonly (string | Piece)[])[],
  ): void {
    const table = this.doc.struct('Table');
    this.#section.add(table);
    const headRow = this.#row(head, shares, true);
    const first = rows[0] ? this.#row(rows[0], shares, false).height : 0;
    this.#makeRoom(headRow.height + first);
    this.#addRow(table, headRow, 'TH');
    for (const cells of rows) {
      const row = this.#row(cells, shares, false);
      if (this.doc.y + row.height > this.bottom) {
        this.doc.addPage();
        this.#aside(() => this.#drawRow(headRow));
      }
      this.#addRow(table, row, 'TD');
    }
  }

  #row(cells: readonly (string | Piece)[], shares: readonly number[], isBold: boolean): Row {
    const pad = this.em * 0.35;
    let x = 0;
    const placed = cells.map((cell, i) => {
      const width = this.width * (shares[i] ?? 0);
      const at = x;
      x += width;
      const style = { isBold, scale: 0.92, x: at + pad, width: width - 2 * pad };
      return { x: at, width, piece: typeof cell === 'string' ? this.text(cell, style) : cell };
    });
    return { cells: placed, height: Math.max(...placed.map(({ piece }) => piece.height)) + 2 * pad };
  }

  #addRow(table: Structure, row: Row, tag: string): void {
    const y = this.doc.y;
    const tr = this.doc.struct('TR');
    table.add(tr);
    this.#aside(() => this.#boxes(row, y));
    for (const { piece, x } of row.cells)
      tr.add(
        this.doc.struct(tag, piece.alt === undefined ? {} : { alt: piece.alt }, () =>
          this.#cell(piece, x, y, row),
        ),
      );
    this.doc.y = y + row.height;
  }

  #drawRow(row: Row): void {
    const y = this.doc.y;
    this.#boxes(row, y);
    for (const { piece, x } of row.cells) this.#cell(piece, x, y, row);
    this.doc.y = y + row.height;
  }

  /** Figures know nothing of the column that they stand in. */
  #cell(piece: Piece, x: number, y: number, row: Row): void {
    const at = y + (row.height - piece.height) / 2;
    if (piece.tag !== 'Figure') return piece.draw(at);
    this.doc.save().translate(x + this.em * 0.35, 0);
    piece.draw(at);
    this.doc.restore();
  }

  #boxes({ cells, height }: Row, y: number): void {
    this.doc.lineWidth(0.5).strokeColor('black');
    for (const { x, width } of cells) this.doc.rect(this.left + x, y, width, height);
    this.doc.stroke();
  }

  /** A drawing at a place of its own on the page, with what is said of it. */
  figure(alt: string, draw: () => void): void {
    this.#section.add(this.doc.struct('Figure', { alt }, draw));
  }

  page(): void {
    this.doc.addPage();
    this.doc.y = this.top;
  }

  /** A line across, which says nothing. */
  rule(width = 1): void {
    const y = this.doc.y + 1;
    this.#aside(() =>
      this.doc
        .lineWidth(width)
        .strokeColor('black')
        .moveTo(this.left, y)
        .lineTo(this.left + this.width, y)
        .stroke(),
    );
    this.doc.y = y + width;
  }

  gap(ems: number): void {
    this.doc.y += ems * this.em;
  }

  /** What is no part of the text: rules, frames, the foot of a page. */
  #aside(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' });
    draw();
    this.doc.endMarkedContent();
  }

  #makeRoom(height: number): void {
    const usable = this.bottom - this.top;
    if (this.doc.y + Math.min(height, usable) > this.bottom && this.doc.y > this.top + 1) this.doc.addPage();
  }

  /** Ends the sheet: feet with title and page number, then the bytes. */
  async finish(): Promise<Buffer> {
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      this.doc.switchToPage(start + i);
      this.doc.markContent('Artifact', { type: 'Pagination' });
      this.#foot(`${i + 1} / ${count}`);
      this.doc.endMarkedContent();
    }
    const chunks: Buffer[] = [];
    const ended = new Promise<void>((resolve, reject) => this.doc.on('end', resolve).on('error', reject));
    this.doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    this.doc.end();
    await ended;
    return Buffer.concat(chunks);
  }

  #foot(number: string): void {
    const { doc, left, width } = this;
    // Below the margin the library would begin a new page.
    const { bottom } = doc.page.margins;
    doc.page.margins.bottom = 0;
    const y = doc.page.height - 12 * mm;
    doc.font('plain').fontSize(8.5).fillColor('black');
    doc.text(this.#title, left, y, { width: width - 20 * mm, height: 10, ellipsis: true, lineBreak: false });
    doc.text(number, left, y, { width, align: 'right', lineBreak: false });
    doc.page.margins.bottom = bottom;
  }
}

interface Row {
  readonly height: number;
  readonly cells: readonly { readonly x: number; readonly width: number; readonly piece: Piece }[];
}
