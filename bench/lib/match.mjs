// How a reading is compared with what was wanted: names that mean one part, and which entry bears out which.
const synonyms = [
  ['system-board', 'motherboard', 'mainboard', 'board', 'main-board'],
  [
    'base-cover',
    'bottom-cover',
    'back-cover',
    'base',
    'cover',
    'bottom',
    'bottom-case',
    'lower-case',
    'rear-shroud',
    'back-shell',
    'rear-cover',
    'back',
  ],
  ['palm-rest', 'top-cover', 'top-case', 'upper-case'],
  ['storage', 'ssd', 'storage-drive', 'm2-ssd', 'm-2-ssd', 'nvme'],
  ['hard-drive', 'hdd', 'hard-disk', 'storage-hdd'],
  ['wireless-card', 'wifi-card', 'radio', 'wifi', 'wlan-card', 'wireless-module'],
  ['cellular-card', 'cell-card', 'modem', 'wwan-card', 'lte-card'],
  ['touchpad', 'trackpad'],
  ['display', 'screen', 'display-panel', 'panel', 'lcd'],
  ['display-bezel', 'bezel', 'screen-bezel'],
  ['display-cable', 'screen-cable', 'lcd-cable'],
  ['memory', 'ram', 'memory-module', 'dimm', 'memory-modules'],
  ['heatsink', 'heat-sink', 'thermal-module', 'cooler'],
  ['backlight', 'keyboard-backlight'],
  ['power-jack', 'dc-jack', 'dc-in', 'power-jack-module', 'dc-board'],
  ['coin-cell', 'cmos-battery', 'clock-battery', 'rtc-battery'],
  ['usb-board', 'io-board', 'daughterboard', 'port-board'],
  ['power-board', 'power-button-board', 'power-button'],
  ['antenna', 'antennas', 'wifi-antenna', 'antenna-cables', 'antenna-cable'],
  ['camera', 'webcam'],
  ['mid-frame', 'midframe', 'middle-frame'],
  ['foot', 'feet', 'rubber-foot', 'rubber-feet'],
  ['foot-strip', 'rubber-strip', 'strip'],
  ['hinge', 'hinges', 'display-hinge'],
  ['speaker', 'speakers'],
  ['fan', 'fans'],
  ['board-shield', 'shield', 'rf-shield'],
  ['hand-strap', 'strap'],
  ['label', 'sticker', 'seal'],
  ['fan-cable', 'fan-plug'],
  ['speaker-cable', 'speaker-wire'],
];
const canonical = new Map(synonyms.flatMap((group) => group.map((word) => [word, group[0]])));
const canon = (part) => {
  if (part == null) return null;
  const slug = String(part)
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  if (canonical.has(slug)) return canonical.get(slug);
  const words = slug.split('-'),
    sides = words.filter((w) =>
      ['left', 'right', 'top', 'bottom', 'front', 'rear', 'upper', 'lower'].includes(w),
    );
  const rest = words.filter((w) => !sides.includes(w)).join('-');
  if (sides.length && rest) return [...sides, canonical.get(rest) ?? rest].join('-');
  return slug;
};
const samePart = (want, got) => canon(want) === canon(got);
const loose = (want, got) => {
  const w = canon(want),
    g = canon(got);
  return w !== null && g !== null && (w === g || w.endsWith('-' + g));
};
const anyOf = (want, test) => (Array.isArray(want) ? want : [want]).some(test);
const equal = (want, got) =>
  anyOf(want, (w) =>
    typeof w === 'string' ? String(got ?? '').toLowerCase() === w.toLowerCase() : w === got,
  );
const fold = (s) =>
  String(s ?? '')
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, '');

/** Does one entry of the reading bear out one entry wanted? */
export function bears(want, entry) {
  if (want.kind !== entry.kind) return false;
  for (const [key, value] of Object.entries(want)) {
    if (key === 'kind') continue;
    if (key === 'part') {
      const side = entry.joint?.where;
      if (
        !anyOf(
          value,
          (v) =>
            samePart(v, entry.part) ||
            (side && samePart(v, `${side}-${entry.part}`)) ||
            (want.kind === 'undo' && loose(v, entry.part)),
        )
      )
        return false;
    } else if (key === 'by') {
      if (!anyOf(value, (v) => samePart(v, entry.by))) return false;
    } else if (key === 'parts') {
      if (!value.every((v) => (entry.parts ?? []).some((g) => anyOf(v, (x) => samePart(x, g))))) return false;
    } else if (key === 'number') {
      if (!anyOf(value, (v) => fold(v) === fold(entry.number))) return false;
    } else if (['nominalV', 'capacityMAh', 'energyWh', 'mm', 'g', 'c'].includes(key)) {
      if ((entry.values?.[key] ?? (key === 'nominalV' ? entry.values?.measuredV : undefined)) !== value)
        return false;
    } else if (['type', 'tighten', 'mechanism'].includes(key)) {
      if (!equal(value, entry.joint?.[key])) return false;
    } else if (key === 'hiddenBy') {
      if (
        !anyOf(value, (v) => samePart(v, entry.joint?.hiddenBy)) &&
        !String(entry.joint?.where ?? '').includes(
          String(Array.isArray(value) ? value[0] : value)
            .split('-')
            .pop(),
        )
      )
        return false;
    } else if (['size', 'drive'].includes(key)) {
      if (!equal(value, entry.joint?.screw?.[key]) && !(key === 'size' && equal(value, entry.tool)))
        return false;
    } else if (['thread', 'lengthMm', 'captive', 'sprung', 'shouldered', 'head'].includes(key)) {
      if (!equal(value, entry.joint?.screw?.[key] ?? (typeof value === 'boolean' ? false : undefined)))
        return false;
    } else if (key === 'count') {
      const got = entry.kind === 'undo' ? entry.joint?.count : entry.count;
      if (!equal(value, got ?? (want.type === 'connector' && value === 1 ? 1 : got))) return false;
    } else if (key === 'where') {
      /* never decides */
    } else if (!equal(value, entry[key])) return false;
  }
  return true;
}
export const acts = new Set([
  'undo',
  'lift',
  'turn',
  'hold',
  'missing',
  'stripped',
  'number',
  'measure',
  'requires',
  'covers',
  'blocked',
]);
const loosened = (list) =>
  list.flatMap((e) =>
    e.kind === 'undo' && e.joint?.type === 'connector' && (e.joint.leads?.length ?? 0) > 1 ? [e] : [e],
  );
export function matches(want, entries) {
  const left = loosened(entries).filter((entry) => acts.has(entry.kind));
  const merged = merge(left);
  const tryAll = (pool) => {
    const rest = [...pool];
    for (const w of want) {
      const i = rest.findIndex((e) => bears(w, e));
      if (i < 0) return false;
      rest.splice(i, 1);
    }
    return rest.length === 0;
  };
  if (tryAll(left) || tryAll(merged)) return true;
  // Left and right of one thing, told apart or as one with the sum, are the same statement.
  const bothSides = (list) =>
    list.some((x) => /^left-/.test(x.part ?? '') || /left.*right|right.*left/.test(x.joint?.where ?? '')) &&
    list.some((x) => /^right-/.test(x.part ?? '') || /left.*right|right.*left/.test(x.joint?.where ?? ''));
  const flatWant = want.map((w) =>
    typeof w.part === 'string' ? { ...w, part: w.part.replace(/^(left|right)-/, '') } : w,
  );
  if (!bothSides(left) && !bothSides(want)) return false;
  const flatGot = merge(
    left.map((e) => ({
      ...e,
      part: e.part?.replace(/^(left|right)-/, '').replace(/s$/, ''),
      joint: e.joint && {
        ...e.joint,
        where: undefined,
        count: e.joint.count ?? (/left.*right|right.*left/.test(e.joint.where ?? '') ? 2 : 1),
      },
    })),
  );
  const folded = [];
  for (const w of flatWant.map((x) =>
    typeof x.part === 'string' ? { ...x, part: x.part.replace(/s$/, '') } : x,
  )) {
    const { count: _, ...rest } = w,
      twin = folded.find(({ count: __, ...other }) => JSON.stringify(other) === JSON.stringify(rest));
    if (twin) twin.count = (twin.count ?? 1) + (w.count ?? 1);
    else folded.push({ ...w, ...(w.kind === 'undo' ? { count: w.count ?? 1 } : {}) });
  }
  const rest = [...flatGot];
  for (const w of folded) {
    const i = rest.findIndex((e) => bears(w, e));
    if (i < 0) return false;
    rest.splice(i, 1);
  }
  return rest.every(
    (e) => e.kind === 'lift' && folded.some((w) => w.kind === 'lift' && samePart(w.part, e.part)),
  );
}
/** Equal entries of one joint kind told apart only by place count as one with the sum: 2 left and 2 right are 4. */
export function merge(entries) {
  const out = [];
  for (const e of entries) {
    const same =
      e.kind === 'undo' &&
      out.find(
        (o) =>
          o.kind === 'undo' &&
          o.part === e.part &&
          o.joint?.type === e.joint?.type &&
          o.joint?.mechanism === e.joint?.mechanism &&
          JSON.stringify(o.joint?.screw ?? null) === JSON.stringify(e.joint?.screw ?? null) &&
          !o.joint?.hiddenBy &&
          !e.joint?.hiddenBy,
      );
    if (same) same.joint = { ...same.joint, count: (same.joint.count ?? 1) + (e.joint.count ?? 1) };
    else out.push({ ...e, joint: e.joint && { ...e.joint } });
  }
  return out;
}
