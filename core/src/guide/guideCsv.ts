import Papa from 'papaparse';
import type { Sequence } from '../sequence/schema.ts';
import type { Guide } from './guide.ts';

/*
 * The guide as tables: RFC 4180, UTF-8, the header in the first line, CRLF. A cell that a spreadsheet would run as a
 * formula begins with an apostrophe.
 */

type Cell = string | number | null;

/** The columns of each table, in order; `docs/formats.md` says what they mean. */
const guideTables = {
  steps:
    'n,phase,title,place,detail,tool,part,count,screw,cell,face,seconds,cautions,verb,joint,mechanism'.split(
      ',',
    ),
  screws:
    'cell,drive,size,thread,length_mm,head,captive,shouldered,sprung,look,part,place,count,out_step,back_step'.split(
      ',',
    ),
  parts: 'part,name,kind,number,role,reuse'.split(','),
} as const;
export type GuideTable = keyof typeof guideTables;

const written = (table: GuideTable, rows: readonly (readonly Cell[])[]): string =>
  `${Papa.unparse({ fields: [...guideTables[table]], data: rows.map((row) => [...row]) }, { escapeFormulae: true, newline: '\r\n' })}\r\n`;

const yes = (flag: boolean | null | undefined): string => (flag ? 'yes' : '');

/** One table of a guide; `parts` lists all of the sequence's, with a line for each number. */
export function guideCsv(guide: Guide, sequence: Sequence, table: GuideTable): string {
  switch (table) {
    case 'steps':
      return written(
        table,
        guide.sections.flatMap(({ phase, steps }) =>
          steps.map(
            ({ n, title, place, detail, tool, part, screws, face, seconds, cautions, verb, joint }) => [
              ...[n, phase, title, place, detail, tool ?? '', part],
              ...[
                screws?.count ?? joint?.count ?? null,
                screws?.words ?? '',
                screws?.cell ?? '',
                face,
                seconds,
              ],
              cautions.join(' | '),
              ...[verb ?? '', joint?.type ?? '', joint?.mechanism ?? ''],
            ],
          ),
        ),
      );
    case 'screws':
      return written(
        table,
        guide.screws.map(({ cell, screw, part, where, count, outAt, backAt }) => [
          ...[cell, screw.drive ?? '', screw.size ?? '', screw.thread ?? '', screw.lengthMm ?? null],
          ...[
            screw.head ?? '',
            yes(screw.captive),
            yes(screw.shouldered),
            yes(screw.sprung),
            screw.look ?? '',
          ],
          ...[part, where, count, outAt, backAt],
        ]),
      );
    case 'parts':
      return written(
        table,
        sequence.parts.flatMap(({ id, name, kind, numbers, reuse }) =>
          (numbers.length > 0 ? numbers : [{ number: '', role: '' }]).map(({ number, role }) => [
            ...[id, name, kind, number, role, reuse],
          ]),
        ),
      );
  }
}
