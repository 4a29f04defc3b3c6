import { Parser } from 'htmlparser2';
import { failure, success, type Result } from '../result.ts';

/** One pack as a system reports it; null where the report does not say. Energies Wh, charges mAh, voltages V. */
export interface ReportedPack {
  readonly name: string | null;
  readonly serial: string | null;
  readonly chemistry: string | null;
  readonly designWh: number | null;
  readonly fullWh: number | null;
  readonly designMAh: number | null;
  readonly fullMAh: number | null;
  readonly designV: number | null;
  readonly cycles: number | null;
}

export interface BatteryReport {
  readonly from: 'html report' | 'xml report' | 'upower' | 'power_supply';
  readonly packs: readonly ReportedPack[];
}

const nothing: ReportedPack = Object.freeze({
  name: null,
  serial: null,
  chemistry: null,
  designWh: null,
  fullWh: null,
  designMAh: null,
  fullMAh: null,
  designV: null,
  cycles: null,
});

/** A report is a few hundred kilobytes at most; more is something else. */
const reportLimit = 5_000_000;

/**
 * Reads the battery reports that systems write themselves: the HTML and the XML battery report of the
 * commonest desktop system, the text of `upower`, and the files of a Linux `power_supply` folder pasted
 * together. The form is seen from the content.
 */
export function readBatteryReport(text: string): Result<BatteryReport> {
  const where = 'battery report';
  const right = 'an HTML or XML battery report, the text of upower, or the files of a power_supply folder';
  if (text.length > reportLimit) return failure('it is too long for a battery report', where, right);
  const plain = text.replace(/^\uFEFF/, '').replaceAll('\r\n', '\n');
  const found = readers.find(({ looks }) => looks.test(plain));
  if (!found) return failure('nothing in it is known as a battery report', where, right);
  const packs = found
    .read(plain)
    .filter((pack) => pack.designWh ?? pack.fullWh ?? pack.designMAh ?? pack.fullMAh);
  return packs.length > 0
    ? success({ from: found.from, packs })
    : failure(`it is a ${found.from} without a battery's capacity`, where, right);
}

const readers: readonly {
  from: BatteryReport['from'];
  looks: RegExp;
  read: (text: string) => ReportedPack[];
}[] = [
  { from: 'xml report', looks: /<BatteryReport[\s>]/i, read: readXml },
  { from: 'html report', looks: /<(?:html|table)[\s>]/i, read: readHtml },
  { from: 'upower', looks: /^[^\S\n]*(?:energy-full|energy-full-design|native-path):/m, read: readUpower },
  { from: 'power_supply', looks: /(?:energy|charge)_full(?:_design)?\b/i, read: readPowerSupply },
];

/** No capacity is written longer. */
const longestFigure = 60;

/** `47,400 mWh`, `47.4 Wh`, `4 100 mAh`: a figure with its unit, thousands marked or not; in Wh, mAh or V. */
function figure(text: string): { value: number; unit: string } | null {
  const found = /([\d.,\s\u00A0\u202F]*\d)\s*(mWh|Wh|mAh|Ah|mV|V)?/i.exec(
    text.trim().slice(0, longestFigure),
  );
  if (!found) return null;
  const digits = (found[1] ?? '').replaceAll(/[\s\u00A0\u202F]/g, '');
  // A separator followed by exactly three digits marks thousands; any other is the decimal one.
  const plain = digits.replaceAll(/[.,](?=\d{3}(?!\d))/g, '').replace(',', '.');
  return { value: Number(plain), unit: (found[2] ?? '').toLowerCase() };
}

const energy = (text: string): Partial<ReportedPack> & { wh: number | null; mah: number | null } => {
  const read = figure(text);
  if (!read || !(read.value > 0)) return { wh: null, mah: null };
  if (read.unit === 'mah' || read.unit === 'ah')
    return { wh: null, mah: read.value * (read.unit === 'ah' ? 1000 : 1) };
  return { wh: read.unit === 'wh' ? read.value : read.value / 1000, mah: null };
};

const word = (text: string | undefined): string | null => {
  const plain = text?.trim() ?? '';
  return plain === '' || plain === '-' ? null : plain;
};
const count = (text: string | undefined): number | null => {
  const value = Number((text ?? '').replaceAll(/[^\d]/g, ''));
  return text && /\d/.test(text) && Number.isFinite(value) ? value : null;
};

/** Elements named for what they hold, one `Battery` a pack; capacities in mWh. */
function readXml(text: string): ReportedPack[] {
  const packs: ReportedPack[] = [];
  let fields: Record<string, string> | null = null;
  let open = '';
  const parser = new Parser(
    {
      onopentag: (name) => {
        if (name === 'battery') fields = {};
        open = name;
      },
      ontext: (data) => {
        if (fields) fields[open] = (fields[open] ?? '') + data;
      },
      onclosetag: (name) => {
        open = '';
        if (name !== 'battery' || !fields) return;
        packs.push({
          ...nothing,
          name: word(fields['id']),
          serial: word(fields['serialnumber']),
          chemistry: word(fields['chemistry']),
          designWh: energy(fields['designcapacity'] ?? '').wh,
          fullWh: energy(fields['fullchargecapacity'] ?? '').wh,
          cycles: count(fields['cyclecount']),
        });
        fields = null;
      },
    },
    { xmlMode: true, lowerCaseTags: true },
  );
  parser.end(text);
  return packs;
}

const htmlLabels = [
  'name',
  'serial number',
  'chemistry',
  'design capacity',
  'full charge capacity',
  'cycle count',
] as const;

/** Rows whose first cell is a label; further cells are further packs. The history tables below have other labels. */
function readHtml(text: string): ReportedPack[] {
  const columns: Partial<Record<(typeof htmlLabels)[number], string>>[] = [];
  let cells: string[] | null = null;
  let inCell = false;
  const endRow = (): void => {
    const [label = '', ...values] = (cells ?? []).map((cell) => cell.replaceAll(/\s+/g, ' ').trim());
    const known = htmlLabels.find((one) => one === label.toLowerCase());
    // The first row of a label is the installed pack's; later ones stand in tables of the past.
    if (known)
      values.forEach((value, i) => {
        const column = (columns[i] ??= {});
        column[known] ??= value;
      });
    cells = null;
  };
  const parser = new Parser({
    onopentag: (name) => {
      if (name === 'tr') {
        if (cells) endRow();
        cells = [];
      }
      if ((name === 'td' || name === 'th') && cells) {
        cells.push('');
        inCell = true;
      }
    },
    ontext: (data) => {
      if (cells && inCell && cells.length > 0) cells[cells.length - 1] += data;
    },
    onclosetag: (name) => {
      if (name === 'td' || name === 'th') inCell = false;
      if (name === 'tr' && cells) endRow();
    },
  });
  parser.end(text);
  return columns.map((column) => {
    const [design, full] = [
      energy(column['design capacity'] ?? ''),
      energy(column['full charge capacity'] ?? ''),
    ];
    return {
      ...nothing,
      name: word(column.name),
      serial: word(column['serial number']),
      chemistry: word(column.chemistry),
      designWh: design.wh,
      fullWh: full.wh,
      designMAh: design.mah,
      fullMAh: full.mah,
      cycles: count(column['cycle count']),
    };
  });
}

/** Blocks that begin with `Device:` or `native-path:`, lines `key: value unit`. */
function readUpower(text: string): ReportedPack[] {
  return text.split(/^(?=Device:|[^\S\n]*native-path:)/m).flatMap((block) => {
    const fields = new Map(
      [...block.matchAll(/^[^\S\n]*([a-z][a-z -]*?):[^\S\n]+(.+)$/gm)].map(([, key, value]) => [
        key ?? '',
        value ?? '',
      ]),
    );
    if (!fields.has('energy-full') && !fields.has('energy-full-design')) return [];
    return [
      {
        ...nothing,
        name: word(fields.get('model')),
        serial: word(fields.get('serial')),
        chemistry: word(fields.get('technology')),
        designWh: energy(fields.get('energy-full-design') ?? '').wh,
        fullWh: energy(fields.get('energy-full') ?? '').wh,
        designV:
          figure(fields.get('voltage-min-design') ?? fields.get('voltage-design') ?? '')?.value ?? null,
        cycles: count(fields.get('charge-cycles')),
      },
    ];
  });
}

/**
 * The files of a `power_supply` folder, however they were pasted: `energy_full:35100000` as grep prints them,
 * `==> energy_full <==` as head prints them, `POWER_SUPPLY_ENERGY_FULL=…` as in `uevent`, or name and value on
 * lines of their own. Energies are µWh, charges µAh, voltages µV.
 */
function readPowerSupply(text: string): ReportedPack[] {
  const keys =
    'energy_full_design|energy_full|charge_full_design|charge_full|voltage_min_design|cycle_count|technology|model_name|serial_number|manufacturer';
  const found = new RegExp(
    `(?:^|[/_\\s>])(?:POWER_SUPPLY_)?(${keys})\\b(?:\\s*<==)?[ \\t]*[:=]?[ \\t]*\\n?[ \\t]*([^\\n]*)`,
    'gim',
  );
  const fields = new Map<string, string>();
  for (const [, key, value] of text.matchAll(found)) {
    const name = (key ?? '').toLowerCase();
    if (!fields.has(name)) fields.set(name, (value ?? '').trim());
  }
  const micro = (key: string, per: number): number | null => {
    const value = Number(fields.get(key));
    return fields.has(key) && value > 0 ? value / per : null;
  };
  return [
    {
      ...nothing,
      name: word(fields.get('model_name')),
      serial: word(fields.get('serial_number')),
      chemistry: word(fields.get('technology')),
      designWh: micro('energy_full_design', 1e6),
      fullWh: micro('energy_full', 1e6),
      designMAh: micro('charge_full_design', 1e3),
      fullMAh: micro('charge_full', 1e3),
      designV: micro('voltage_min_design', 1e6),
      cycles: count(fields.get('cycle_count')),
    },
  ];
}
