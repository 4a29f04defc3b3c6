import {
  applicationsInTube,
  bossFit,
  bossMaterials,
  compareHeatPaths,
  compoundMm3,
  countByMass,
  driverRisk,
  driversFor,
  heatPathKPerW,
  identifyScrew,
  keyboardMatch,
  memoryKind,
  moduleFits,
  readModuleForm,
  screwMass,
  screwMaterials,
  sensibleTorque,
  strapTest,
  type KeyboardFacts,
} from '@bemtor/core';
import { shown, type Instrument, type Reading, type Values } from './instrument.ts';

function readScrew(values: Values): Reading | null {
  const outerMm = values.number('outerMm');
  if (outerMm === null) return null;
  const guesses = identifyScrew({
    outerMm,
    lengthMm: values.number('lengthMm'),
    headMm: values.number('headMm'),
    headHeightMm: values.number('headHeightMm'),
    pitchMm: values.number('pitchMm'),
    massG: values.number('massG'),
  });
  const [best, ...others] = guesses;
  if (!best)
    return {
      figures: [],
      verdict: { kind: 'bad', words: 'No small metric thread is that thick: measure again' },
      working: [],
    };
  const drivers = driversFor(best.screw.thread ?? '');
  const mass = screwMass(best.screw);
  return {
    figures: [
      { label: 'likeliest', value: best.designation, unit: best.screw.head ?? '' },
      ...(drivers ? [{ label: 'driver', value: drivers.cross, unit: `or ${drivers.sixLobe}` }] : []),
      ...(mass === null ? [] : [{ label: 'weighs', value: shown(mass), unit: 'g' }]),
    ],
    lines: others
      .slice(0, 2)
      .map(({ designation }) => ({ kind: 'ask' as const, words: `or ${designation}` })),
    working: [
      ...best.reasons,
      'ISO 261, ISO 7045; the recess decides the driver, small heads have one size below',
    ],
  };
}

function readKeyboards(values: Values): Reading | null {
  const of = (side: string): KeyboardFacts => ({
    layout: values.text(`${side}.layout`),
    frame: values.text(`${side}.frame`),
    backlight: values.flag(`${side}.backlight`),
    stick: values.flag(`${side}.stick`),
  });
  const [old, offered] = [of('old'), of('new')];
  if (!old.layout || !offered.layout || !old.frame || !offered.frame) return null;
  const match = keyboardMatch(old, offered);
  const words = { fits: 'Matches', care: 'Matches with care', no: 'Does not match' };
  const kinds = { fits: 'good', care: 'care', no: 'bad' } as const;
  return {
    figures: [],
    verdict: { kind: kinds[match.verdict], words: words[match.verdict] },
    lines: match.lines.map(({ what, ok, words: said }) => ({
      kind: ok ? 'good' : 'care',
      words: `${what}: ${said}`,
    })),
    working: ['Region, backlight, pointing stick and frame: common practice, no source'],
  };
}

export const benchInstruments: readonly Instrument[] = [
  {
    id: 'screw',
    title: 'Screw',
    about: 'From calipers to the likeliest designation.',
    fields: [
      { key: 'outerMm', label: 'Over the thread', kind: 'length' },
      { key: 'lengthMm', label: 'Under the head', kind: 'length' },
      { key: 'headMm', label: 'Head, across', kind: 'length' },
      { key: 'headHeightMm', label: 'Head, high', kind: 'length' },
      { key: 'pitchMm', label: 'Pitch', kind: 'length' },
      { key: 'massG', label: 'Mass', kind: 'mass' },
    ],
    read: readScrew,
  },
  {
    id: 'driver',
    title: 'Driver and recess',
    about: 'What a wrong driver does.',
    fields: [
      { key: 'recess', label: 'Recess', kind: 'text', hint: 'PH0, JIS0, T5, P2 …' },
      { key: 'driver', label: 'Driver', kind: 'text' },
    ],
    read: (values) => {
      if (!values.text('recess') || !values.text('driver')) return null;
      const { risk, words } = driverRisk(values.text('recess'), values.text('driver'));
      const names = { none: 'No risk', some: 'Some risk', high: 'High risk' };
      return {
        figures: [],
        verdict: {
          kind: risk === 'none' ? 'good' : risk === 'some' ? 'care' : 'bad',
          words: `${names[risk]}: ${words}`,
        },
        working: ['Common practice, no source'],
      };
    },
  },
  {
    id: 'torque',
    title: 'Tightening',
    about: 'The highest torque that is still sensible.',
    fields: [
      {
        key: 'thread',
        label: 'Thread',
        kind: 'choice',
        choices: ['M1.4', 'M1.6', 'M2', 'M2.5', 'M3', 'M3.5', 'M4', 'M5'].map((value) => ({
          value,
          words: value,
        })),
      },
      {
        key: 'screw',
        label: 'Screw',
        kind: 'choice',
        choices: screwMaterials.map(({ id, words }) => ({ value: id, words })),
      },
      {
        key: 'boss',
        label: 'Into',
        kind: 'choice',
        choices: bossMaterials.map(({ id, words }) => ({ value: id, words })),
      },
    ],
    read: (values) => {
      const screw = screwMaterials.find(({ id }) => id === values.text('screw'));
      const boss = bossMaterials.find(({ id }) => id === values.text('boss'));
      if (!values.text('thread') || !screw || !boss) return null;
      const advice = sensibleTorque(values.text('thread'), screw.id, boss.id);
      return advice.kind === 'feel'
        ? { figures: [], verdict: { kind: 'care', words: advice.words }, working: [] }
        : {
            figures: [{ label: 'at most', value: shown(advice.newtonCm), unit: 'N·cm' }],
            working: [
              advice.formula,
              'Stress area ISO 898-1; the maker’s figure, where there is one, goes before this',
            ],
          };
    },
  },
  {
    id: 'boss',
    title: 'Length and boss',
    about: 'Does this screw go through the bottom?',
    fields: [
      { key: 'lengthMm', label: 'Screw under the head', kind: 'length' },
      { key: 'clampedMm', label: 'What it holds', kind: 'length' },
      { key: 'depthMm', label: 'Boss, deep', kind: 'length' },
      { key: 'diameterMm', label: 'Thread', kind: 'length' },
      { key: 'plastic', label: 'Plastic boss', kind: 'flag' },
    ],
    read: (values) => {
      const given = values.all('lengthMm', 'clampedMm', 'depthMm', 'diameterMm');
      if (!given) return null;
      const fit = bossFit(
        given.lengthMm,
        given.clampedMm,
        given.depthMm,
        given.diameterMm,
        values.flag('plastic'),
      );
      return {
        figures: [{ label: 'in the thread', value: shown(fit.engagedMm), unit: 'mm' }],
        verdict: {
          kind: fit.verdict === 'fits' ? 'good' : fit.verdict === 'long' ? 'bad' : 'care',
          words: fit.words,
        },
        working: [`${shown(given.lengthMm)} − ${shown(given.clampedMm)} mm, of ${shown(given.depthMm)} mm`],
      };
    },
  },
  {
    id: 'scale',
    title: 'Counting scale',
    about: 'How many screws a mass is.',
    fields: [
      { key: 'massG', label: 'Mass', kind: 'mass' },
      { key: 'resolutionG', label: 'Last figure', kind: 'mass' },
      { key: 'thread', label: 'Thread', kind: 'text', hint: 'M2' },
      { key: 'lengthMm', label: 'Length', kind: 'length' },
      { key: 'sampleCount', label: 'Counted sample', kind: 'number' },
      { key: 'sampleG', label: 'weighs', kind: 'mass' },
    ],
    read: (values) => {
      const massG = values.number('massG');
      if (massG === null) return null;
      const sampleCount = values.number('sampleCount');
      const sampleG = values.number('sampleG');
      const counted = countByMass({
        massG,
        resolutionG: values.number('resolutionG') ?? 0.01,
        screw: { thread: values.text('thread').toUpperCase() || null, lengthMm: values.number('lengthMm') },
        sample: sampleCount !== null && sampleG !== null ? { count: sampleCount, massG: sampleG } : null,
      });
      if (counted.kind === 'unknown')
        return { figures: [], verdict: { kind: 'care', words: counted.why }, working: [] };
      return {
        figures: [
          {
            label: counted.sure ? 'surely' : 'between',
            value: counted.sure ? String(counted.count) : `${counted.least} and ${counted.most}`,
            unit: 'screws',
          },
          { label: 'one weighs', value: shown(counted.eachG), unit: 'g' },
        ],
        working: [
          `${shown(massG)} g ÷ ${shown(counted.eachG)} g, from ${counted.from === 'sample' ? 'the sample' : 'its drawing'}`,
        ],
      };
    },
  },
  {
    id: 'compound',
    title: 'Thermal paste',
    about: 'Volume for a die, and what a tube gives.',
    fields: [
      { key: 'areaMm2', label: 'Die', kind: 'area' },
      { key: 'bondLineMm', label: 'Layer thickness', kind: 'length' },
      { key: 'tubeG', label: 'Tube', kind: 'mass' },
      { key: 'density', label: 'Density, g/cm³', kind: 'number' },
    ],
    read: (values) => {
      const die = values.all('areaMm2', 'bondLineMm');
      if (!die) return null;
      const one = compoundMm3(die.areaMm2, die.bondLineMm);
      const tube = values.all('tubeG', 'density');
      return {
        figures: [
          { label: 'one application', value: shown(one), unit: 'mm³' },
          ...(tube && tube.density > 0 && one > 0
            ? [
                {
                  label: 'the tube gives',
                  value: String(applicationsInTube(tube.tubeG, tube.density, one)),
                  unit: 'times',
                },
              ]
            : []),
        ],
        working: [
          `${shown(die.areaMm2)} mm² × ${shown(die.bondLineMm)} mm × 1.5 for what is pressed out: common practice, no source`,
        ],
      };
    },
  },
  {
    id: 'heat',
    title: 'Heat path',
    about: 'Before and after new thermal paste.',
    fields: [
      { key: 'hotC', label: 'Hot, before', kind: 'temperature' },
      { key: 'roomC', label: 'Room', kind: 'temperature' },
      { key: 'powerW', label: 'Power, before', kind: 'power' },
      { key: 'afterC', label: 'Hot, after', kind: 'temperature' },
      { key: 'afterW', label: 'Power, after', kind: 'power' },
    ],
    read: (values) => {
      const given = values.all('hotC', 'roomC', 'powerW');
      if (!given || given.powerW === 0) return null;
      if (given.hotC <= given.roomC)
        return {
          figures: [],
          verdict: { kind: 'bad', words: 'Under load it is hotter than the room: read again' },
          working: [],
        };
      const before = heatPathKPerW(given.hotC, given.roomC, given.powerW);
      const later = values.all('afterC', 'afterW');
      const after = later && later.afterW > 0 ? heatPathKPerW(later.afterC, given.roomC, later.afterW) : null;
      const compared = after !== null && after > 0 ? compareHeatPaths(before, after) : null;
      return {
        figures: [
          { label: 'before', value: shown(before), unit: 'K/W' },
          ...(after === null ? [] : [{ label: 'after', value: shown(after), unit: 'K/W' }]),
        ],
        ...(compared
          ? {
              verdict: {
                kind: compared.better > 0.05 ? 'good' : compared.better < -0.05 ? 'bad' : 'care',
                words: compared.words,
              },
            }
          : {}),
        working: [`(${shown(given.hotC)} − ${shown(given.roomC)}) °C ÷ ${shown(given.powerW)} W`],
      };
    },
  },
  {
    id: 'strap',
    title: 'Wrist-strap test',
    about: 'Wearer, strap and lead together.',
    fields: [{ key: 'pathMOhm', label: 'Whole path', kind: 'resistance' }],
    read: (values) => {
      const path = values.number('pathMOhm');
      if (path === null) return null;
      const { verdict, words } = strapTest(path);
      return {
        figures: [{ label: 'measured', value: shown(path), unit: 'MΩ' }],
        verdict: { kind: verdict === 'good' ? 'good' : 'bad', words },
        working: ['Below 35 MΩ: ANSI/ESD S20.20, IEC 61340-5-1'],
      };
    },
  },
  {
    id: 'modules',
    title: 'Memory and drives',
    about: 'Which module goes into which slot.',
    fields: [
      { key: 'code', label: 'Module code', kind: 'text', hint: '2280, 22110 …' },
      { key: 'slotMm', label: 'Slot, wide', kind: 'length', hint: '22' },
      { key: 'posts', label: 'Posts at, mm', kind: 'text', hint: '42, 80' },
      { key: 'contacts', label: 'Memory contacts', kind: 'number' },
    ],
    read: (values) => {
      const contacts = values.number('contacts');
      const kind =
        contacts === null ? null : (memoryKind(contacts) ?? 'no notebook memory of the usual kinds');
      const form = values.text('code') ? readModuleForm(values.text('code')) : null;
      if (!form && kind === null) return null;
      if (form && !form.ok)
        return { figures: [], verdict: { kind: 'bad', words: form.fault.what }, working: [form.fault.right] };
      const posts = values
        .text('posts')
        .split(/[\s,;]+/)
        .map(Number)
        .filter((post) => post > 0);
      const fit =
        form?.ok && posts.length > 0 ? moduleFits(form.value, values.number('slotMm') ?? 22, posts) : null;
      return {
        figures: [
          ...(form?.ok
            ? [
                { label: 'wide', value: String(form.value.widthMm), unit: 'mm' },
                { label: 'long', value: String(form.value.lengthMm), unit: 'mm' },
              ]
            : []),
          ...(kind ? [{ label: 'memory', value: kind, unit: '' }] : []),
        ],
        ...(fit ? { verdict: { kind: fit.fits ? 'good' : 'bad', words: fit.words } } : {}),
        working: ['Codes: PCI-SIG M.2; contacts: JEDEC outlines'],
      };
    },
  },
  {
    id: 'keyboard',
    title: 'Keyboard match',
    about: 'The old one against the one offered.',
    fields: (['old', 'new'] as const).flatMap((side) => [
      { key: `${side}.layout`, label: 'Layout', kind: 'text' as const },
      { key: `${side}.frame`, label: 'Frame', kind: 'text' as const, hint: 'screwed, clipped, riveted' },
      { key: `${side}.backlight`, label: 'Backlight', kind: 'flag' as const },
      { key: `${side}.stick`, label: 'Pointing stick', kind: 'flag' as const },
    ]),
    read: readKeyboards,
  },
];
