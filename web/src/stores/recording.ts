import {
  advanceContext,
  emptyContext,
  foldDecisions,
  foldEdits,
  foldLines,
  holdsAct,
  isOfDocument,
  layersOf,
  lineOf,
  readLine,
  type Edit,
  type Entry,
  type KnownPart,
  type MatPoint,
  type ShopWord,
  standingEntries,
  standingLines,
  trayOf,
  type KeptLine,
  type LineContext,
  type Reading,
  type RecordBody,
  type UnitSummary,
} from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, onScopeDispose, ref, type Ref } from 'vue';
import { Away, read } from '../api/client.ts';
import { onGrown } from '../api/live.ts';
import { readSnapshot, writeSnapshot } from '../api/local.ts';
import { useStream } from '../api/stream.ts';

const localKey = (unitId: string): string => `recording-of/${unitId}`;

/** What an answer to a doubt says is sure. */
const settled = (answered: readonly Entry[] | null, at: number | null): Entry[] | undefined =>
  answered?.map((entry): Entry => ({ ...entry, at, confidence: 1 }));

export interface StripLine extends KeptLine {
  /** How far the newest word on this line has come. */
  readonly state: 'writing' | 'waiting' | 'refused' | 'kept';
  /** Why the server refused it. */
  readonly refused: string | null;
}

/** A recording at the bench: its lines, what follows from them, and the acts on them. */
export function useRecording(
  known: Ref<readonly KnownPart[]>,
  shopWords: Ref<readonly ShopWord[]> = ref([]),
) {
  let unit = '';
  const stream = useStream<RecordBody>('recordings', (id) => writeSnapshot(localKey(unit), id));

  const lines = computed<StripLine[]>(() => {
    const pendingOf = new Map<string, Pick<StripLine, 'state' | 'refused'>>();
    for (const { id, body, state, reason = null } of stream.items.value)
      if (state !== 'kept' && !isOfDocument(body))
        pendingOf.set(body.kind === 'line' ? id : body.of, { state, refused: reason });
    return foldLines(stream.items.value).map((line) => ({
      ...line,
      ...(pendingOf.get(line.id) ?? { state: 'kept', refused: null }),
    }));
  });
  const standing = computed(() => standingLines(lines.value));
  const entries = computed(() => standingEntries(lines.value));
  const layers = computed(() => layersOf(entries.value));
  const tray = computed(() => trayOf(entries.value));
  const decisions = computed(() => foldDecisions(stream.items.value));
  /** What was changed by hand in the document, and stands. */
  const edits = computed(() => foldEdits(stream.items.value));
  const startedAt = computed(() => lines.value[0]?.at ?? null);

  const firstContext = computed(() => emptyContext(known.value, shopWords.value));
  /** What a new line may lean on; for a correction, what stood before the corrected line. */
  function contextBefore(lineId: string | null): LineContext {
    let context = firstContext.value;
    for (const line of standing.value) {
      if (line.id === lineId) break;
      context = advanceContext(context, line.entries);
    }
    return context;
  }
  const context = computed(() => contextBefore(null));

  const secondsNow = (): number =>
    startedAt.value ? Math.max(0, Math.round((Date.now() - Date.parse(startedAt.value)) / 1000)) : 0;

  let announce: () => void = () => undefined;
  /** A line may be typed before the unit and its recording are read; it is kept once they are. */
  const opened = new Promise<void>((resolve) => (announce = resolve));

  let last: Promise<void> = opened;
  /** One act after the other; one that fails is told to whoever asked, and holds up no other. */
  function inTurn(act: () => Promise<void>): Promise<void> {
    const done = last.then(act);
    last = done.catch(() => undefined);
    return done;
  }

  /**
   * Keeps a line after those before it, however fast they are typed: the first has to begin the recording,
   * and a later one may lean on it. `answered` takes what an answer to a doubt says instead of the reading; a line is
   * kept once under its `id`.
   */
  function keep(
    text: string,
    answered: readonly Entry[] | null = null,
    id: string = uuidv7(),
  ): Promise<void> {
    return inTurn(() => keepNow(text, answered, id));
  }

  async function keepNow(text: string, answered: readonly Entry[] | null, id: string): Promise<void> {
    const at = secondsNow();
    const reading = readLine(text, { ...context.value, at });
    if (reading.amends && !answered) return amend(text, reading, id);
    const entries = settled(answered, at) ?? reading.entries;
    if (entries.length === 0) return;
    await begun();
    await stream.append({ kind: 'line', ...lineOf(text, entries) }, id);
  }

  /** A drafted entry that was accepted: it enters the log as if typed, with the words that it came from. */
  function keepDraft(entry: Entry): Promise<void> {
    return inTurn(async () => {
      await begun();
      await stream.append({ kind: 'line', ...lineOf(entry.text, [entry]), source: 'narration' });
    });
  }

  /** "Scratch that", "no, five": a line before is struck, or says what it should have said. */
  async function amend(text: string, reading: Reading, id: string): Promise<void> {
    const acts = standing.value.filter(({ entries: kept }) => holdsAct(kept));
    const line = acts[acts.length - 1 - (reading.linesBack ?? 0)];
    if (!line) return;
    if (reading.amends === 'strike') {
      await stream.append({ kind: 'strike', of: line.id }, id);
      return;
    }
    const at = line.entries[0]?.at ?? null;
    const whole = (reading.whole ?? reading.entries).map((entry) => ({ ...entry, at: entry.at ?? at }));
    const corrected = lineOf(`${line.text}, ${text.trim()}`, whole);
    await stream.append({ kind: 'correct', of: line.id, ...corrected }, id);
  }

  async function correct(
    line: KeptLine,
    text: string,
    answered: readonly Entry[] | null = null,
  ): Promise<void> {
    const at = line.entries[0]?.at ?? null;
    const { entries: read } = readLine(text, { ...contextBefore(line.id), at });
    const entries = settled(answered, at) ?? read;
    if (entries.length > 0) await stream.append({ kind: 'correct', of: line.id, ...lineOf(text, entries) });
  }

  const place = (line: KeptLine, entry: number, points: readonly MatPoint[]) =>
    stream.append({ kind: 'place', of: line.id, entry, points: [...points] });
  const addPicture = (line: KeptLine, picture: string) =>
    stream.append({ kind: 'picture', of: line.id, picture });
  const dropPicture = (line: KeptLine, picture: string) =>
    stream.append({ kind: 'picture', of: line.id, picture, removed: true });
  const tie = (line: KeptLine, entry: number, n: number, picture: string, x: number, y: number) =>
    stream.append({ kind: 'tie', of: line.id, entry, n, picture, x, y });

  /** What the lead decides about a finding of the review; a unit without a recording begins one. */
  function decide(rule: string, at: string, choice: 'remedy' | 'stands' | 'open'): Promise<void> {
    return inTurn(async () => {
      await begun();
      await stream.append({ kind: 'decide', rule, place: at, choice });
    });
  }

  /** Changes of the document, one record each; a unit without a recording begins one. */
  function edit(changes: readonly Edit[]): Promise<void> {
    return inTurn(async () => {
      await begun();
      for (const change of changes) await stream.append({ kind: 'edit', edit: change });
    });
  }
  /** Takes the last edit that stands back, or one by its record. */
  function unedit(id?: string): Promise<void> {
    return inTurn(async () => {
      // The last is the one that was made last, also where it was still being kept when this was asked.
      const of = id ?? edits.value.at(-1)?.id;
      if (of) await stream.append({ kind: 'unedit', of });
    });
  }

  const strike = (line: KeptLine) => stream.append({ kind: line.struck ? 'restore' : 'strike', of: line.id });

  /** Opens the unit's recording; where there is none, the first line kept begins one. */
  async function openFor(unitId: string, recordingId: string | null): Promise<void> {
    unit = unitId;
    // A recording begun here while the server was away is known to this device only.
    const id = recordingId ?? (await readSnapshot<string>(localKey(unitId)));
    if (id) await stream.open(id);
    else unwatch = onGrown((grown) => void followOther(grown));
    announce();
  }

  /** Where nothing is recorded yet, another device or tab may begin: then its recording is this one too. */
  async function followOther(grown: string | null): Promise<void> {
    if (grown?.startsWith('jobs/')) return;
    try {
      const { value } = await read<UnitSummary>(`/units/${unit}`, { keep: false });
      if (stream.streamId.value) unwatch();
      else if (value.recording) await stream.open(value.recording.id);
    } catch (error) {
      if (!(error instanceof Away)) throw error;
    }
  }
  let unwatch = (): void => undefined;
  onScopeDispose(() => unwatch());

  /** What this device has of a recording that the server lost, or would not open, begins another. */
  async function restart(): Promise<void> {
    const id = await stream.restart((begunAs) => ({ id: begunAs, unitId: unit }));
    await writeSnapshot(localKey(unit), id);
  }
  /** Gives up what this device has of such a recording; the next line begins another. */
  async function drop(): Promise<void> {
    await writeSnapshot(localKey(unit), '');
    await stream.drop();
  }

  async function begun(): Promise<void> {
    if (stream.streamId.value) return;
    const id = uuidv7();
    await writeSnapshot(localKey(unit), id);
    await stream.begin(id, { id, unitId: unit });
  }

  return {
    stream,
    lines,
    standing,
    entries,
    layers,
    tray,
    startedAt,
    decisions,
    decide,
    edits,
    edit,
    unedit,
    context,
    contextBefore,
    keep,
    keepDraft,
    place,
    addPicture,
    dropPicture,
    tie,
    correct,
    strike,
    openFor,
    restart,
    drop,
  };
}
export type Recording = ReturnType<typeof useRecording>;
