import type { PaperRequestOf } from '@bemtor/core';
import { mm, Sheet } from './sheet.ts';

/** The sheet that goes back with a unit, with room for a name and a date. */
export function handBackPaper({
  size,
  type,
  day,
  sheet: told,
}: PaperRequestOf<'hand-back'>): Promise<Buffer> {
  const { unit, complaint, jobs, parts, screws, tests, onArrival, remains, notes } = told;
  const sheet = new Sheet({
    size,
    type,
    day,
    title: `${unit.label}: what was done`,
    words: JSON.stringify(told),
  });
  sheet.put([sheet.text(`${unit.label}: what was done`, { isBold: true, scale: 1.9, tag: 'H1' })]);
  sheet.doc.outline.addItem('Hand-back');
  sheet.gap(0.3);
  const term = 5 * sheet.em;
  for (const [name, value] of [
    ['Unit', [unit.model, unit.serial && `serial ${unit.serial}`].filter(Boolean).join(', ')],
    ['Here', `${unit.arrived} to ${day}`],
    ['Came for', complaint],
  ] as const)
    if (value)
      sheet.put([
        { ...sheet.text(name, { isBold: true, width: term }), height: 0 },
        sheet.text(value, { x: term }),
      ]);
  list(sheet, 'How it came', onArrival);
  if (jobs.length > 0) {
    sheet.section('What was done', 3 * sheet.em);
    for (const { title, facts, remark } of jobs) {
      sheet.put(
        [sheet.text(title, { isBold: true }), sheet.text(facts), ...(remark ? [sheet.text(remark)] : [])],
        'LI',
      );
      sheet.gap(0.3);
    }
  }
  if (parts.length > 0) {
    sheet.section('New parts', 4 * sheet.em);
    sheet.table(
      ['Part', 'Number'],
      [0.5, 0.5],
      parts.map(({ name, number }) => [name, number]),
    );
  }
  list(sheet, 'Screws', screws.length > 0 || jobs.length === 0 ? screws : ['All are back as they came out.']);
  if (tests.length > 0) {
    sheet.section('Tests', 4 * sheet.em);
    sheet.table(
      ['Test', 'Outcome'],
      [0.7, 0.3],
      tests.map(({ title, outcome }) => [title, outcome]),
    );
  }
  list(sheet, 'What remains to be done', remains.length > 0 ? remains : ['Nothing that is known.']);
  list(sheet, 'Notes', notes);
  signature(sheet);
  return sheet.finish();
}

function list(sheet: Sheet, title: string, items: readonly string[]): void {
  if (items.length === 0) return;
  const pieces = items.map((item) => sheet.text(item));
  sheet.section(title, pieces[0]?.height);
  for (const piece of pieces) {
    sheet.put([piece], 'LI');
    sheet.gap(0.15);
  }
}

/** Two lines to write on. */
function signature(sheet: Sheet): void {
  sheet.gap(1.5);
  const { doc, left, width } = sheet;
  const half = width / 2 - 5 * mm;
  const line = sheet.text('Handed back by, on', { scale: 0.9 });
  const other = sheet.text('Received by, on', { scale: 0.9, x: half + 10 * mm });
  const room = 12 * mm;
  sheet.put([
    {
      tag: 'P',
      height: room + line.height,
      draw: (y) => {
        for (const x of [left, left + half + 10 * mm])
          doc
            .moveTo(x, y + room)
            .lineTo(x + half, y + room)
            .lineWidth(0.6)
            .stroke('black');
        line.draw(y + room + 2);
        other.draw(y + room + 2);
      },
    },
  ]);
}
