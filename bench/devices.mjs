// Generated devices for the planner's tests and benchmarks: layered like real ones, the same for the same seed.

/** A small pseudo-random generator (mulberry32, public domain): numbers in [0, 1). */
export function random(/** @type {number} */ seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const drivers = ['PH0', 'PH0', 'PH0', 'PH00', 'PH1', 'T5'];

/**
 * A device of about `size` acts as a `bemtor.sequence/1` document. Outside: one to three groups of cover
 * screws, clips, the cover. Inside: parts in layers, each with screws, connectors and a lift; each layer
 * under a shield or bracket of the one above; the battery plug before every other connector; now and then
 * an alternative. Last the board, which needs most of it. Targets: the board.
 */
export function generateDevice(/** @type {number} */ size, /** @type {number} */ seed) {
  const next = random(seed * 7919 + size);
  const pick = (/** @type {any[]} */ list) => list[Math.floor(next() * list.length)];
  const parts = /** @type {any[]} */ ([]);
  const actions = /** @type {any[]} */ ([]);
  const needs = /** @type {any[]} */ ([]);
  const part = (/** @type {string} */ id, kind = 'part') => parts.push({ id, name: id, kind });
  const act = (
    /** @type {string} */ of,
    /** @type {string} */ verb,
    /** @type {string|null} */ tool,
    /** @type {number} */ seconds,
    face = 'bottom',
  ) => {
    const id = `a${actions.length}`;
    actions.push({ id, verb, part: of, tool, face, seconds });
    return id;
  };
  const need = (/** @type {string} */ action, /** @type {string[]} */ ...anyOf) =>
    needs.push({ action, anyOf, basis: 'holds' });

  part('cover', 'cover');
  const outside = Array.from({ length: 1 + Math.floor(next() * 3) }, () =>
    act('cover', 'unscrew', pick(drivers), 8 * (1 + Math.floor(next() * 8))),
  );
  outside.push(act('cover', 'pry', 'pick', 35));
  const cover = act('cover', 'lift', null, 6);
  for (const id of outside) need(cover, id);

  part('battery', 'battery');
  const plug = act('battery', 'unplug', null, 8);
  need(plug, cover);

  let openers = [cover];
  const lifts = [];
  const connectors = [];
  for (let n = 0; actions.length < size - 3; n++) {
    const opens = next() < 0.22;
    const id = `${opens ? 'shield' : 'part'}${n}`;
    part(id, opens ? 'shield' : next() < 0.1 ? 'camera' : 'part');
    const face = next() < 0.06 ? 'top' : next() < 0.1 ? 'either' : 'bottom';
    const under = openers.slice(-3);
    const mine = [];
    for (let groups = 1 + Math.floor(next() * 2); groups > 0; groups--)
      mine.push(act(id, 'unscrew', pick(drivers), 8 * (1 + Math.floor(next() * 4)), face));
    if (!opens && next() < 0.7) {
      const connector = act(id, 'unplug', next() < 0.4 ? 'spudger' : null, 10, face);
      need(connector, plug);
      connectors.push(connector);
      mine.push(connector);
    }
    for (const one of mine) {
      if (under.length > 1 && next() < 0.06) need(one, ...under.slice(-2));
      else need(one, pick(under));
    }
    const lift = act(id, 'lift', null, 6, face);
    for (const one of mine) need(lift, one);
    if (lifts.length > 0 && next() < 0.25) need(lift, pick(lifts));
    lifts.push(lift);
    if (opens) openers = [...openers, lift];
  }
  part('board', 'board');
  const screws = act('board', 'unscrew', pick(drivers), 24);
  need(screws, cover);
  const board = act('board', 'lift', null, 8);
  need(board, screws);
  for (const id of connectors) need(board, id);
  for (const id of lifts) if (next() < 0.75) need(board, id);
  return {
    format: 'bemtor.sequence/1',
    model: { maker: 'Generated', name: `Device ${size}`, code: `G${size}-${seed}`, form: 'notebook' },
    options: [],
    parts,
    joints: [],
    actions,
    needs,
    checks: [],
  };
}
