import {
  matOnOne,
  matTiling,
  nameInRegion,
  paperSizes,
  screwWords,
  sheetMarginMm,
  tileFootMm,
  tileOverlapMm,
  type MatTile,
  type PaperRequestOf,
} from '@bemtor/core';
import { headFigure } from './figures.ts';
import { mm, Sheet } from './sheet.ts';

type MatRequest = PaperRequestOf<'mat'>;
type Region = NonNullable<MatRequest['regions']>[number];

/** A screw's place is a ring of this radius, mm: an M2.5 head lies in it, and its letter is read from above. */
const ringMm = 3.6;
const markMm = 5;
/** The bar by which whoever printed it sees whether it was scaled. */
const barMm = 100;

/** The mat on paper: at true size on tiles to be cut and joined, or smaller on one sheet; then what lies in each cell. */
export function matPaper(mat: MatRequest): Promise<Buffer> {
  const { size, outline, fit, side, title, day } = mat;
  const paper = paperSizes[size];
  const one = matOnOne(outline, paper);
  const tiling = matTiling(outline, paper);
  const isWhole = fit === 'one-sheet';
  const sheet = new Sheet({
    ...{ size, day, title: `${title}, ${side} up` },
    isLandscape: isWhole ? one.isLandscape : tiling.isLandscape,
    words: JSON.stringify(mat),
  });
  const scale = isWhole ? one.scale : 1;
  const tiles: readonly MatTile[] = isWhole
    ? [{ column: 0, row: 0, x: 0, y: 0, width: outline.width, height: outline.depth }]
    : tiling.tiles;
  sheet.doc.outline.addItem('Mat');
  for (const tile of tiles) {
    drawTile(sheet, mat, tile, tiles, scale);
    sheet.page();
  }
  legend(sheet, mat, scale);
  return sheet.finish();
}

const nameOf = ({ column, row }: MatTile): string => `${String.fromCharCode(65 + column)}${row + 1}`;

function drawTile(
  sheet: Sheet,
  mat: MatRequest,
  tile: MatTile,
  tiles: readonly MatTile[],
  scale: number,
): void {
  const { doc } = sheet;
  const { groups, outline, side, title } = mat;
  const near = (place: { x: number; y: number }): boolean =>
    place.x > tile.x - ringMm &&
    place.x < tile.x + tile.width + ringMm &&
    place.y > tile.y - ringMm &&
    place.y < tile.y + tile.height + ringMm;
  const here = groups.map((group) => ({ ...group, points: group.points.filter(near) }));
  const said = here
    .filter(({ points }) => points.length > 0)
    .map(({ letter, points }) => `${points.length} of ${letter}`)
    .join(', ');
  const sheets = tiles.length === 1 ? '' : `sheet ${nameOf(tile)} of ${tiles.map(nameOf).join(' ')}; `;
  sheet.figure(`Mat, ${side} up, ${sheets}${said || 'no screws here'}`, () => {
    doc.save();
    doc.translate(sheetMarginMm * mm, sheetMarginMm * mm).scale(mm * scale);
    cropMarks(sheet, tile, scale);
    doc.save();
    doc.rect(0, 0, tile.width, tile.height).clip();
    doc.translate(-tile.x, -tile.y);
    doc.roundedRect(0, 0, outline.width, outline.depth, 8).lineWidth(0.5).stroke('black');
    doc.font('plain').fontSize(4).fillColor('black');
    const below = tile.y + tile.height - 7;
    doc.text(`far edge above · ${side} up`, tile.x, below, { width: tile.width, align: 'center' });
    for (const part of mat.regions ?? []) region(sheet, part);
    for (const { letter, points } of here) for (const place of points) ring(sheet, place, letter);
    doc.restore();
    glueLines(sheet, tile);
    doc.restore();
    foot(sheet, `${title}, ${side} up`, sheets, scale);
  });
}

/** Where a part lies, faint below the rings, with its name inside, along it where it is narrow. */
function region({ doc }: Sheet, { name, x, y, width, depth }: Region): void {
  doc.roundedRect(x, y, width, depth, 2).lineWidth(0.3).dash(1.5, { space: 1 }).stroke('#767676').undash();
  const at = nameInRegion({ x, y, width, depth }, name, 3.6);
  doc.font('plain').fontSize(at.size).fillColor('#595959');
  doc.save().translate(at.x, at.y);
  if (at.isTurned) doc.rotate(-90);
  doc.text(name, -doc.widthOfString(name) / 2, -at.size * 0.6, { lineBreak: false }).restore();
}

function ring({ doc }: Sheet, { x, y }: { x: number; y: number }, letter: string): void {
  doc.circle(x, y, ringMm).lineWidth(0.35).fillAndStroke('white', 'black');
  doc.font('bold').fontSize(3.8).fillColor('black');
  doc.text(letter, x - ringMm, y - 2.3, { width: 2 * ringMm, align: 'center', lineBreak: false });
}

/** Where to cut: outside the tile at its four corners. */
function cropMarks({ doc }: Sheet, { width, height }: MatTile, scale: number): void {
  const long = markMm / scale;
  const off = 1 / scale;
  doc.lineWidth(0.2 / scale);
  for (const [x, outX] of [
    [0, -1],
    [width, 1],
  ] as const)
    for (const [y, outY] of [
      [0, -1],
      [height, 1],
    ] as const) {
      doc.moveTo(x + outX * off, y).lineTo(x + outX * (off + long), y);
      doc.moveTo(x, y + outY * off).lineTo(x, y + outY * (off + long));
    }
  doc.stroke('black');
}

/** What is on the sheet before too: the next one is laid over it up to this line. */
function glueLines({ doc }: Sheet, { column, row, width, height }: MatTile): void {
  doc.lineWidth(0.2).dash(2, { space: 2 });
  if (column > 0) doc.moveTo(tileOverlapMm, 0).lineTo(tileOverlapMm, height);
  if (row > 0) doc.moveTo(0, tileOverlapMm).lineTo(width, tileOverlapMm);
  doc.stroke('black').undash();
}

function foot({ doc }: Sheet, title: string, sheets: string, scale: number): void {
  const y = doc.page.height - (sheetMarginMm + tileFootMm - 6) * mm;
  const x = sheetMarginMm * mm;
  const long = barMm * scale * mm;
  doc
    .lineWidth(0.6)
    .moveTo(x, y)
    .lineTo(x + long, y);
  for (let i = 0; i <= 10; i++) {
    const high = (i % 5 === 0 ? 2.4 : 1.4) * mm;
    // From the outer edge of the first stroke to that of the last.
    const at = x + 0.3 + (i / 10) * (long - 0.6);
    doc.moveTo(at, y).lineTo(at, y - high);
  }
  doc.stroke('black');
  doc.font('plain').fontSize(8.5).fillColor('black');
  const measure =
    scale === 1
      ? `${barMm} mm: measure it. Another length means that printing was scaled.`
      : `${barMm} mm of the device, at 1 : ${(1 / scale).toFixed(2)}`;
  doc.text(
    [measure, sheets && `${sheets}dashed: where the sheets overlap`].filter(Boolean).join('   '),
    x,
    y + 3,
    {
      lineBreak: false,
    },
  );
  doc.font('bold').text(title, x + long + 5 * mm, y - 9, {
    width: doc.page.width - long - (2 * sheetMarginMm + 5) * mm,
    height: 11,
    ellipsis: true,
    lineBreak: false,
  });
}

/** What lies in each cell. */
function legend(sheet: Sheet, { groups, side, title }: MatRequest, scale: number): void {
  sheet.put([sheet.text(`${title}, ${side} up`, { isBold: true, scale: 1.6, tag: 'H1' })]);
  const measure = scale === 1 ? 'At its true size.' : `At 1 : ${(1 / scale).toFixed(2)}.`;
  sheet.put([sheet.text(`${measure} A ring is the place of a screw; its letter is the cell of the tray.`)]);
  sheet.section('Cells', 4 * sheet.em);
  const rows = groups.map(({ letter, screw, part, count, points }) => [
    ...[letter, headFigure(sheet.doc, sheet.left, screw.drive, screw.thread), screwWords(screw) || 'screw'],
    ...[part, points.length < count ? `${points.length} of ${count} placed` : String(count)],
  ]);
  sheet.table(['Cell', 'Head', 'Kind', 'Part', 'How many'], [0.09, 0.12, 0.33, 0.28, 0.18], rows);
}
