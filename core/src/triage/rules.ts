import type { Intake, MarkKind, Measures, SymptomId } from './intake.ts';

/** What a rule sees: the intake with short questions. */
export interface TriageFacts {
  readonly has: (symptom: SymptomId) => boolean;
  readonly marked: (kind: MarkKind) => boolean;
  readonly measures: Measures;
  readonly after: Intake['after'];
  readonly powered: boolean;
}

export type RepairAct = 'replace' | 'reseat' | 'clean' | 'reset' | 'inspect';

/**
 * One rule of triage: when it speaks it names kinds of parts with an act and how strongly it points there
 * (0…1, ranks only), what to try before opening, or a stop. Every rule is common practice, no source, unless
 * its ground says otherwise.
 */
export interface TriageRule {
  readonly id: string;
  readonly ground: string;
  /** The reason in words, or null where the rule does not apply. */
  readonly when: (facts: TriageFacts) => string | null;
  readonly points?: readonly { readonly kind: string; readonly act: RepairAct; readonly weight: number }[];
  readonly firstTry?: readonly string[];
  readonly stop?: string;
}

const practice = 'common practice, no source';
const percent = (share: number): string => `${Math.round(share * 100)} %`;
const say = (condition: boolean, words: string): string | null => (condition ? words : null);

/** Full capacity below this share of the design is worn. */
const wornShare = 0.8;
/** Charge cycles that a pack is usually built for. */
const usualCycles = 500;
/** A coin cell of 3 V is empty for a clock below this. */
const coinEmptyV = 2.7;
/** Thicker than nominal by more than this share, a pack is swollen. */
const swollenShare = 0.08;

export const triageRules: readonly TriageRule[] = [
  {
    id: 'swollen-stop',
    ground: practice,
    when: ({ has, marked, measures: { packMm, packNominalMm } }) => {
      if (packMm != null && packNominalMm != null && packMm > packNominalMm * (1 + swollenShare))
        return `the pack measures ${packMm} mm, ${percent(packMm / packNominalMm - 1)} over its nominal ${packNominalMm} mm`;
      return say(has('swollen') || marked('bulge'), 'the case bulges, or a touchpad or lid is lifted');
    },
    points: [{ kind: 'battery', act: 'replace', weight: 0.95 }],
    stop: 'Swollen battery: stop charging, do not press or bend, plastic tools only. Hand the pack over as local rules say; leave damaged cells to qualified people.',
  },
  {
    id: 'hot-battery-stop',
    ground: practice,
    when: ({ has }) => say(has('hot-battery'), 'the battery is hot or smells'),
    points: [{ kind: 'battery', act: 'replace', weight: 0.9 }],
    stop: 'Hot battery: unplug, take it away from what burns, let it cool under watch. Do not open. Follow local rules; leave it to qualified people.',
  },
  {
    id: 'liquid-powered-stop',
    ground: practice,
    when: ({ has, marked, powered, after }) =>
      say(
        (has('liquid-inside') || marked('liquid') || after === 'liquid') && powered,
        'liquid inside while it is powered',
      ),
    stop: 'Liquid inside while powered: mains out first, then the battery, no charging, nothing switched on until it is dry and looked at.',
  },
  {
    id: 'supply-stop',
    ground: practice,
    when: ({ has }) => say(has('supply-open'), 'the mains supply is damaged or open'),
    stop: 'Mains supply: do not open or test it. Unplug and leave it to licensed people; local codes and the maker’s instructions rule.',
  },
  {
    id: 'smoke-stop',
    ground: practice,
    when: ({ has }) => say(has('smoke'), 'smoke or a burnt smell'),
    points: [{ kind: 'board', act: 'inspect', weight: 0.4 }],
    stop: 'Smoke or burnt smell: unplug, battery out if it is cool, nothing switched on again before the cause is found by someone qualified.',
  },
  {
    id: 'dies-on-battery',
    ground: practice,
    when: ({ has, measures: { batteryMinutes } }) =>
      batteryMinutes != null && batteryMinutes < 30
        ? `it lasts ${batteryMinutes} min on battery`
        : say(has('dies-on-battery'), 'it dies within minutes on battery though it works plugged in'),
    points: [{ kind: 'battery', act: 'replace', weight: 0.7 }],
    firstTry: ['Read the battery report: full against design capacity, cycles'],
  },
  {
    id: 'charge-drops',
    ground: practice,
    when: ({ has }) => say(has('charge-drops'), 'the charge drops fast'),
    points: [{ kind: 'battery', act: 'replace', weight: 0.55 }],
    firstTry: ['Feel for a bulge on both sides before anything else', 'Read full against design capacity'],
  },
  {
    id: 'worn-capacity',
    ground: practice,
    when: ({ measures: { fullWh, designWh } }) =>
      fullWh != null && designWh != null && fullWh / designWh < wornShare
        ? `full capacity is ${percent(fullWh / designWh)} of the design`
        : null,
    points: [{ kind: 'battery', act: 'replace', weight: 0.6 }],
  },
  {
    id: 'worn-cycles',
    ground: practice,
    when: ({ measures: { cycles } }) =>
      cycles != null && cycles > usualCycles
        ? `${cycles} cycles, more than packs are usually built for`
        : null,
    points: [{ kind: 'battery', act: 'replace', weight: 0.35 }],
  },
  {
    id: 'old-pack',
    ground: practice,
    when: ({ measures: { batteryYears } }) =>
      batteryYears != null && batteryYears >= 5 ? `the pack is ${batteryYears} years old` : null,
    points: [{ kind: 'battery', act: 'replace', weight: 0.25 }],
  },
  {
    id: 'not-charging',
    ground: practice,
    when: ({ has }) => say(has('not-charging'), 'it does not charge'),
    points: [
      { kind: 'port', act: 'inspect', weight: 0.4 },
      { kind: 'battery', act: 'reseat', weight: 0.35 },
    ],
    firstTry: [
      'Another supply of the right rating',
      'Clean and look into the power socket',
      'Drain: everything unplugged, hold the button 15 s',
    ],
  },
  {
    id: 'no-start-peripheral',
    ground: practice,
    when: ({ has, after }) =>
      say(has('no-start') && after === 'peripheral', 'it does not start since something was plugged in'),
    points: [{ kind: 'board', act: 'inspect', weight: 0.15 }],
    firstTry: [
      'Everything unplugged, hold the button 15 s, start on mains alone',
      'Reset: all power out, coin cell too, 30 s',
    ],
  },
  {
    id: 'no-start',
    ground: practice,
    when: ({ has, after }) => say(has('no-start') && after !== 'peripheral', 'it does not start'),
    points: [
      { kind: 'battery', act: 'reseat', weight: 0.3 },
      { kind: 'memory', act: 'reseat', weight: 0.3 },
      { kind: 'board', act: 'inspect', weight: 0.2 },
    ],
    firstTry: [
      'Another supply of the right rating',
      'Everything unplugged, hold the button 15 s',
      'An outside display: is it only the picture?',
    ],
  },
  {
    id: 'clock',
    ground: `${practice}; a cell in a board clock lasts 5 to 6 years`,
    when: ({ has, measures: { coinYears } }) => {
      const signs = has('wrong-clock') || has('start-message');
      return signs && (coinYears == null || coinYears >= 4)
        ? 'date, time or set-up are lost without mains'
        : null;
    },
    points: [{ kind: 'coin-cell', act: 'replace', weight: 0.7 }],
    firstTry: ['Set date and time, leave it off mains overnight, look again'],
  },
  {
    id: 'coin-voltage',
    ground: practice,
    when: ({ measures: { coinV } }) =>
      coinV != null && coinV < coinEmptyV ? `the coin cell measures ${coinV} V` : null,
    points: [{ kind: 'coin-cell', act: 'replace', weight: 0.8 }],
  },
  {
    id: 'keys-spill',
    ground: practice,
    when: ({ has, after, marked }) =>
      say(has('dead-keys') && (after === 'liquid' || marked('liquid')), 'keys are dead after a spill'),
    points: [
      { kind: 'keyboard', act: 'replace', weight: 0.75 },
      { kind: 'board', act: 'inspect', weight: 0.3 },
    ],
    firstTry: ['An outside keyboard: does the rest work?'],
  },
  {
    id: 'keys',
    ground: practice,
    when: ({ has, after }) => say(has('dead-keys') && after !== 'liquid', 'keys are dead or stick'),
    points: [
      { kind: 'keyboard', act: 'reseat', weight: 0.35 },
      { kind: 'keyboard', act: 'replace', weight: 0.5 },
    ],
    firstTry: [
      'Blow out under the keys',
      'An outside keyboard: does the rest work?',
      'Layout and locks in the settings',
    ],
  },
  {
    id: 'legends',
    ground: practice,
    when: ({ has }) => say(has('wrong-legends'), 'the legends are of another region'),
    points: [{ kind: 'keyboard', act: 'replace', weight: 0.7 }],
    firstTry: ['Match region, backlight, pointing stick and frame before ordering'],
  },
  {
    id: 'fan-noise',
    ground: practice,
    when: ({ has }) => say(has('noise'), 'the fan is noisy'),
    points: [{ kind: 'fan', act: 'clean', weight: 0.65 }],
    firstTry: ['Blow out the vents from outside, fan held still'],
  },
  {
    id: 'heat',
    ground: practice,
    when: ({ has, measures: { loadC, roomC } }) => {
      if (loadC != null && loadC - (roomC ?? 25) > 65)
        return `${loadC} °C at load in a ${roomC ?? 25} °C room`;
      return say(has('hot'), 'it gets hot and slows down');
    },
    points: [
      { kind: 'fan', act: 'clean', weight: 0.55 },
      { kind: 'heatsink', act: 'clean', weight: 0.5 },
    ],
    firstTry: ['Vents free, on a hard table', 'What loads it? Look before opening'],
  },
  {
    id: 'picture-drop',
    ground: practice,
    when: ({ has, after }) => say(has('no-picture') && after === 'drop', 'the picture went after a drop'),
    points: [
      { kind: 'display-cable', act: 'reseat', weight: 0.7 },
      { kind: 'display', act: 'inspect', weight: 0.3 },
    ],
    firstTry: ['An outside display', 'A lamp on the panel: is a faint picture there?'],
  },
  {
    id: 'picture',
    ground: practice,
    when: ({ has, after }) =>
      say(has('no-picture') && after !== 'drop', 'there is no picture, or it flickers'),
    points: [
      { kind: 'display-cable', act: 'reseat', weight: 0.45 },
      { kind: 'memory', act: 'reseat', weight: 0.25 },
      { kind: 'display', act: 'replace', weight: 0.25 },
    ],
    firstTry: ['An outside display', 'Move the lid slowly: does the picture come and go?'],
  },
  {
    id: 'lid',
    ground: practice,
    when: ({ has }) => say(has('loose-lid'), 'the lid is loose'),
    points: [{ kind: 'hinge', act: 'inspect', weight: 0.75 }],
  },
  {
    id: 'storage',
    ground: practice,
    when: ({ has }) => say(has('storage-missing'), 'the drive is not found'),
    points: [
      { kind: 'storage', act: 'reseat', weight: 0.6 },
      { kind: 'storage', act: 'replace', weight: 0.4 },
    ],
    firstTry: ['Look in the set-up: is it named there?'],
  },
  {
    id: 'memory',
    ground: practice,
    when: ({ has }) => say(has('memory-missing'), 'memory is missing'),
    points: [{ kind: 'memory', act: 'reseat', weight: 0.7 }],
  },
  {
    id: 'wireless',
    ground: practice,
    when: ({ has }) => say(has('no-wireless'), 'wireless is weak or gone'),
    points: [
      { kind: 'antenna', act: 'reseat', weight: 0.55 },
      { kind: 'card', act: 'reseat', weight: 0.4 },
    ],
    firstTry: ['The switch or key that turns wireless off'],
  },
  {
    id: 'spill',
    ground: practice,
    when: ({ has, marked, after, powered }) =>
      say((has('liquid-inside') || marked('liquid') || after === 'liquid') && !powered, 'liquid got in'),
    points: [
      { kind: 'battery', act: 'inspect', weight: 0.4 },
      { kind: 'board', act: 'clean', weight: 0.45 },
    ],
    firstTry: ['Nothing switched on; battery out as soon as it can be'],
  },
];
