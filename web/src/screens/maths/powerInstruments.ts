import {
  batteryFit,
  batteryHealth,
  batteryTriple,
  carriageWh,
  cellsInSeries,
  coinCells,
  coinCellYears,
  coinVerdict,
  emptyPack,
  meanPowerW,
  packSwelling,
  readBatteryReport,
  runtimeHours,
  withinSimpleCarriage,
  type PackFacts,
} from '@bemtor/core';
import { shown, type Field, type Instrument, type Reading, type Values, type Verdict } from './instrument.ts';

const hours = (value: number): string => {
  const minutes = Math.round(value * 60);
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
};

function readLabel(values: Values): Reading | null {
  const voltageV = values.number('voltageV');
  const chargeMAh = values.number('chargeMAh');
  const energyWh = values.number('energyWh');
  const triple = batteryTriple({ voltageV, chargeMAh, energyWh });
  if (triple.kind === 'open') return null;
  if (triple.kind === 'disagree') {
    const off = `${Math.round(Math.abs(triple.offBy) * 100)} %`;
    const names = { voltageV: 'voltage', chargeMAh: 'charge', energyWh: 'energy' };
    const words = triple.likely
      ? `Likely misread: the ${names[triple.likely.figure]}, ${shown(triple.likely.instead)} instead (${triple.likely.why})`
      : 'read the label again';
    return {
      figures: [],
      verdict: { kind: 'bad', words: `The three do not belong together, ${off} apart` },
      lines: [{ kind: 'ask', words }],
      working: [
        `${shown(voltageV ?? 0)} V × ${shown(chargeMAh ?? 0)} mAh ÷ 1000 = ${shown(((voltageV ?? 0) * (chargeMAh ?? 0)) / 1000)} Wh, not ${shown(energyWh ?? 0)} Wh`,
      ],
    };
  }
  const { figures } = triple;
  const cells = cellsInSeries(figures.voltageV);
  const carriage = withinSimpleCarriage(figures.energyWh);
  return {
    figures: [
      { label: 'voltage', value: shown(figures.voltageV), unit: 'V' },
      { label: 'charge', value: String(Math.round(figures.chargeMAh)), unit: 'mAh' },
      { label: 'energy', value: shown(figures.energyWh), unit: 'Wh' },
      ...(cells
        ? [{ label: 'in series', value: String(cells.cells), unit: cells.cells === 1 ? 'cell' : 'cells' }]
        : []),
    ],
    lines: [
      cells
        ? {
            kind: 'good',
            words: `${cells.cells} × ${shown(cells.perCellV)} V, ${cells.chemistry.words}: charged to ${shown(cells.chargeLimitV)} V`,
          }
        : { kind: 'ask', words: 'No whole number of cells has this voltage: is it the nominal one?' },
      carriage
        ? { kind: 'good', words: `Up to ${carriageWh} Wh: within the simple carriage rules` }
        : {
            kind: 'care',
            words: `Above ${carriageWh} Wh: outside the simple carriage rules, ask the carrier`,
          },
    ],
    working: [
      `${shown(figures.voltageV)} V × ${Math.round(figures.chargeMAh)} mAh ÷ 1000 = ${shown(figures.energyWh)} Wh`,
      'Carriage: UN 38.3 with ICAO Technical Instructions; local codes may ask for more',
    ],
  };
}

function readHealth(values: Values): Reading | null {
  const pasted = values.text('report');
  const report = pasted === '' ? null : readBatteryReport(pasted);
  if (report && !report.ok)
    return { figures: [], verdict: { kind: 'bad', words: report.fault.what }, working: [report.fault.right] };
  const pack = report?.ok ? report.value.packs[0] : undefined;
  const full = values.number('fullWh') ?? pack?.fullWh ?? null;
  const design = values.number('designWh') ?? pack?.designWh ?? null;
  const health = batteryHealth(
    full ?? pack?.fullMAh ?? null,
    design ?? pack?.designMAh ?? null,
    values.number('cycles') ?? pack?.cycles ?? null,
    values.number('years'),
  );
  const run = values.number('runHours');
  const used = values.number('usedWh') ?? full;
  const power = run !== null && used !== null && run > 0 ? meanPowerW(used, run) : null;
  if (health.verdict === 'unknown' && power === null) return null;
  const kinds: Record<string, Verdict> = { good: 'good', worn: 'care', replace: 'bad', unknown: 'care' };
  const words = {
    good: 'Good',
    worn: 'Worn: plan a new one',
    replace: 'Due: replace it',
    unknown: 'Capacity not known',
  };
  return {
    figures: [
      ...(health.share === null
        ? []
        : [{ label: 'of the design', value: String(Math.round(health.share * 100)), unit: '%' }]),
      ...(power === null ? [] : [{ label: 'mean power', value: shown(power), unit: 'W' }]),
      ...(power !== null && design !== null
        ? [{ label: 'a new pack would last', value: hours(runtimeHours(design, power)), unit: '' }]
        : []),
    ],
    verdict: { kind: kinds[health.verdict] ?? 'care', words: words[health.verdict] },
    lines: health.grounds.map((ground) => ({ kind: 'ask' as const, words: ground })),
    working: [
      ...(report?.ok
        ? [
            `Read from the ${report.value.from}: ${pack?.name ?? 'pack'}${pack?.serial ? `, serial ${pack.serial}` : ''}`,
          ]
        : []),
      ...(full !== null && design !== null
        ? [`${shown(full)} Wh ÷ ${shown(design)} Wh = ${Math.round((full / design) * 100)} %`]
        : []),
      ...(power !== null ? [`${shown(used ?? 0)} Wh ÷ ${hours(run ?? 1)} = ${shown(power)} W`] : []),
      'Worn below 80 %, due below 60 %, after 500 cycles or 5 years: common practice, no source',
    ],
  };
}

const packFields: readonly (readonly [keyof PackFacts, string, Field['kind']])[] = [
  ['number', 'Number', 'text'],
  ['connector', 'Connector and key', 'text'],
  ['nominalV', 'Nominal voltage', 'voltage'],
  ['capacityMAh', 'Charge', 'charge'],
  ['energyWh', 'Energy', 'energy'],
  ['widthMm', 'Width', 'length'],
  ['depthMm', 'Depth', 'length'],
  ['heightMm', 'Thickness', 'length'],
  ['mounting', 'Mounting', 'text'],
  ['contacts', 'Contacts face', 'text'],
  ['region', 'Approved for', 'text'],
];

function packOf(values: Values, side: 'old' | 'new'): PackFacts {
  const pack: Record<string, string | number | null> = { ...emptyPack };
  for (const [key, , kind] of packFields)
    pack[key] = kind === 'text' ? values.text(`${side}.${key}`) || null : values.number(`${side}.${key}`);
  return pack as unknown as PackFacts;
}

function readFit(values: Values): Reading | null {
  const [old, offered] = [packOf(values, 'old'), packOf(values, 'new')];
  if (Object.values(offered).every((value) => value === null)) return null;
  const fit = batteryFit(old, offered);
  const verdicts = {
    fits: { kind: 'good' as const, words: 'Fits' },
    care: { kind: 'care' as const, words: 'Fits with care' },
    no: { kind: 'bad' as const, words: 'Does not fit' },
    unknown: { kind: 'care' as const, words: 'Not known yet' },
  };
  const kinds = { fits: 'good', care: 'care', no: 'bad', unknown: 'ask' } as const;
  return {
    figures: [],
    verdict: verdicts[fit.verdict],
    lines: fit.lines.map(({ what, verdict, reason }) => ({
      kind: kinds[verdict],
      words: `${what}: ${reason}`,
    })),
    working: ['One no is a no; what is not known is asked. The maker’s instructions decide.'],
  };
}

function readCoin(values: Values): Reading | null {
  const given = values.all('capacityMAh', 'clockMicroA', 'offHours');
  const verdict = coinVerdict(values.number('volts'), values.number('years'));
  if (!given && !verdict) return null;
  const share = given ? Math.min(1, given.offHours / 24) : 0;
  const years = given ? coinCellYears(given.capacityMAh, given.clockMicroA, share) : null;
  return {
    figures: years === null ? [] : [{ label: 'keeps the clock', value: shown(years), unit: 'years' }],
    ...(verdict
      ? {
          verdict: {
            kind: verdict.verdict === 'good' ? 'good' : verdict.verdict === 'weak' ? 'care' : 'bad',
            words: verdict.words,
          },
        }
      : {}),
    working: given
      ? [
          `${shown(given.capacityMAh)} mAh ÷ (${shown(given.clockMicroA)} µA × 8 766 h × ${Math.round(share * 100)} % + 1 % a year by itself)`,
        ]
      : ['A clock cell is at its end below 2.7 V, and after 5 to 6 years: common practice, no source'],
  };
}

export const powerInstruments: readonly Instrument[] = [
  {
    id: 'label',
    title: 'Battery label',
    about: 'Any two of voltage, charge and energy give the third.',
    fields: [
      { key: 'voltageV', label: 'Voltage', kind: 'voltage' },
      { key: 'chargeMAh', label: 'Charge', kind: 'charge' },
      { key: 'energyWh', label: 'Energy', kind: 'energy' },
    ],
    read: readLabel,
  },
  {
    id: 'health',
    title: 'Battery health',
    about: 'From a pasted report, or from figures.',
    fields: [
      {
        key: 'report',
        label: 'Paste a battery report',
        kind: 'paste',
        hint: 'HTML or XML battery report, upower, or the files of a power_supply folder',
      },
      { key: 'fullWh', label: 'Full', kind: 'energy' },
      { key: 'designWh', label: 'Design', kind: 'energy' },
      { key: 'cycles', label: 'Cycles', kind: 'number' },
      { key: 'years', label: 'Age, years', kind: 'number' },
      { key: 'runHours', label: 'Ran on battery', kind: 'time' },
      { key: 'usedWh', label: 'Used up', kind: 'energy', hint: 'all of it, where empty' },
    ],
    read: readHealth,
  },
  {
    id: 'fit',
    title: 'Will this battery fit?',
    about: 'The old pack against the one offered.',
    fields: (['old', 'new'] as const).flatMap((side) =>
      packFields.map(([key, label, kind]): Field => ({ key: `${side}.${key}`, label, kind })),
    ),
    read: readFit,
  },
  {
    id: 'swelling',
    title: 'Swelling',
    about: 'Thickness against nominal.',
    fields: [
      { key: 'thicknessMm', label: 'Measured', kind: 'length' },
      { key: 'nominalMm', label: 'Nominal', kind: 'length' },
    ],
    read: (values) => {
      const given = values.all('thicknessMm', 'nominalMm');
      if (!given || given.nominalMm === 0) return null;
      const { share, verdict, words } = packSwelling(given.thicknessMm, given.nominalMm);
      return {
        figures: [{ label: 'over nominal', value: String(Math.round(share * 100)), unit: '%' }],
        verdict: { kind: verdict === 'sound' ? 'good' : verdict === 'watch' ? 'care' : 'bad', words },
        working: [
          `${shown(given.thicknessMm)} mm ÷ ${shown(given.nominalMm)} mm − 1`,
          'Watch above 4 %, swollen above 8 %: common practice, no source',
        ],
      };
    },
  },
  {
    id: 'coin',
    title: 'Coin cell',
    about: 'How long it keeps the clock, and whether it is at its end.',
    fields: [
      {
        key: 'capacityMAh',
        label: 'Capacity',
        kind: 'charge',
        hint: coinCells.map(({ id, capacityMAh }) => `${id} ${capacityMAh}`).join(', '),
      },
      { key: 'clockMicroA', label: 'Clock takes', kind: 'current' },
      { key: 'offHours', label: 'Off mains, of 24 h', kind: 'time' },
      { key: 'volts', label: 'Measured', kind: 'voltage' },
      { key: 'years', label: 'Age, years', kind: 'number' },
    ],
    read: readCoin,
  },
];
