// The planner's question as an integer programme, in CPLEX LP format, for a general solver: an outside check
// that shares no code with the planner. Acts are put into places 1…n; see the comments for each family.

/**
 * @param {{ actions: { id: string, part: string, tool?: string | null, face: string, seconds: number }[], needs: { action: string, anyOf: string[] }[] }} sequence configured already
 * @param {string[]} targets action ids
 * @param {{ toolChange: number, flip: number, resume: number }} weights
 * @returns {string}
 */
export function integerProgramme(sequence, targets, weights) {
  const acts = reachable(sequence, targets);
  const ids = new Set(acts.map((act) => act.id));
  const existing = new Set(sequence.actions.map((act) => act.id));
  const places = acts.map((_, k) => k + 1);
  const number = new Map(acts.map((act, i) => [act.id, i]));
  const tools = [...new Set(acts.flatMap((act) => act.tool ?? []))];
  const parts = [...new Set(acts.map((act) => act.part))];
  const x = (/** @type {string} */ id, /** @type {number} */ k) => `x${number.get(id)}_${k}`;
  const rows = /** @type {string[]} */ ([]);
  const cost = /** @type {string[]} */ ([]);

  // Each act is in one place if it is used (u), each place holds one act at most, and there are no gaps.
  acts.forEach((act, i) => {
    rows.push(`${places.map((k) => x(act.id, k)).join(' + ')} - u${i} = 0`);
    if (targets.includes(act.id)) rows.push(`u${i} = 1`);
    cost.push(`${act.seconds} u${i}`);
  });
  for (const k of places) {
    const here = acts.map((act) => x(act.id, k)).join(' + ');
    rows.push(`${here} <= 1`);
    if (k > 1)
      rows.push(
        `${acts.map((act) => x(act.id, k - 1)).join(' + ')} ${acts.map((act) => `- ${x(act.id, k)}`).join(' ')} >= 0`,
      );
  }
  // An act is in place k only if for each need one of the alternatives is in an earlier place.
  for (const { action, anyOf } of sequence.needs) {
    if (!ids.has(action) || !anyOf.some((id) => existing.has(id))) continue;
    for (const k of places) {
      const earlier = anyOf
        .filter((id) => ids.has(id))
        .flatMap((id) => places.slice(0, k - 1).map((j) => `- ${x(id, j)}`));
      rows.push(`${x(action, k)} ${earlier.join(' ')} <= 0`);
    }
  }
  // t: the tool in hand at place k; c: it was taken up there.
  for (const k of places) {
    if (tools.length > 0) rows.push(`${tools.map((_, t) => `t${t}_${k}`).join(' + ')} <= 1`);
    tools.forEach((tool, t) => {
      for (const act of acts) if (act.tool === tool) rows.push(`${x(act.id, k)} - t${t}_${k} <= 0`);
      rows.push(k === 1 ? `t${t}_1 - c1 <= 0` : `t${t}_${k} - t${t}_${k - 1} - c${k} <= 0`);
    });
    cost.push(`${weights.toolChange} c${k}`);
  }
  // f: the bottom is up at place k (at first the top is); g: the device was turned there.
  for (const k of places) {
    for (const act of acts) {
      if (act.face === 'bottom') rows.push(`${x(act.id, k)} - f${k} <= 0`);
      if (act.face === 'top') rows.push(`${x(act.id, k)} + f${k} <= 1`);
    }
    rows.push(k === 1 ? `f1 - g1 <= 0` : `f${k} - f${k - 1} - g${k} <= 0`);
    if (k > 1) rows.push(`f${k - 1} - f${k} - g${k} <= 0`);
    cost.push(`${weights.flip} g${k}`);
  }
  // r: a run of the part begins at place k; b: the part occurs at all, and its first run is free.
  parts.forEach((part, p) => {
    const mine = acts.filter((act) => act.part === part);
    for (const k of places) {
      const before = k > 1 ? mine.map((act) => `- ${x(act.id, k - 1)}`).join(' ') : '';
      rows.push(`${mine.map((act) => x(act.id, k)).join(' + ')} ${before} - r${p}_${k} <= 0`);
      cost.push(`${weights.resume} r${p}_${k}`);
    }
    rows.push(`b${p} ${mine.map((act) => `- u${number.get(act.id)}`).join(' ')} <= 0`);
    cost.push(`- ${weights.resume} b${p}`);
  });

  const variables = new Set(rows.join(' ').match(/[a-z]\w*/g));
  return `Minimize\n obj: ${sum(cost)}\nSubject To\n${rows.map((row, i) => ` r${i}: ${row}`).join('\n')}\nBinary\n ${[...variables].join('\n ')}\nEnd\n`;
}

const sum = (/** @type {string[]} */ terms) =>
  terms.map((term) => (term.startsWith('-') ? term : `+ ${term}`)).join('\n  ');

/** The acts that any choice of alternatives could need: the others only make the programme larger. */
function reachable(/** @type {any} */ sequence, /** @type {string[]} */ targets) {
  const wanted = new Set(targets);
  for (let grew = true; grew;) {
    grew = false;
    for (const { action, anyOf } of sequence.needs) {
      if (!wanted.has(action)) continue;
      for (const id of anyOf) if (!wanted.has(id)) grew = Boolean(wanted.add(id));
    }
  }
  return sequence.actions.filter((/** @type {{ id: string }} */ act) => wanted.has(act.id));
}
