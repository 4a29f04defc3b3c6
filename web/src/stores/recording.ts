import {
  advanceContext,
  emptyContext,
  foldLines,
  layersOf,
  readLine,
  standingEntries,
  standingLines,
  trayOf,
  type KeptLine,
  type LineContext,
  type RecordBody,
} from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, type Ref } from 'vue';
import { readSnapshot, writeSnapshot } from '../api/local.ts';
import { useStream } from '../api/stream.ts';

const localKey = (unitId: string): string => `recording-of/${unitId}`;

export interface StripLine extends KeptLine {
  /** How far the newest word on this line has come. */
  readonly state: 'writing' | 'waiting' | 'refused' | 'kept';
  /** Why the server refused it. */
  readonly refused: string | null;
}

/** A recording at the bench: its lines, what follows from them, and the acts on them. */
export function useRecording(known: Ref<readonly { id: string; name: string }[]>) {
  const stream = useStream<RecordBody>('recordings');

  const lines = computed<StripLine[]>(() => {
    const pendingOf = new Map<string, Pick<StripLine, 'state' | 'refused'>>();
    for (const { id, body, state, reason = null } of stream.items.value)
      if (state !== 'kept') pendingOf.set(body.kind === 'line' ? id : body.of, { state, refused: reason });
    return foldLines(stream.items.value).map((line) => ({
      ...line,
      ...(pendingOf.get(line.id) ?? { state: 'kept', refused: null }),
    }));
  });
  const standing = computed(() => standingLines(lines.value));
  const entries = computed(() => standingEntries(lines.value));
  const layers = computed(() => layersOf(entries.value));
  const tray = computed(() => trayOf(entries.value));
  const startedAt = computed(() => lines.value[0]?.at ?? null);

  const firstContext = computed(() => emptyContext(known.value));
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

  let last: Promise<void> = Promise.resolve();
  /** Keeps a line after those before it, however fast they are typed: the first has to begin the recording. */
  function keep(text: string): Promise<void> {
    last = last.then(() => keepNow(text));
    return last;
  }

  async function keepNow(text: string): Promise<void> {
    const { entries: read } = readLine(text, { ...context.value, at: secondsNow() });
    if (read.length === 0) return;
    await begun();
    await stream.append({ kind: 'line', text: text.trim(), entries: [...read] });
  }

  async function correct(line: KeptLine, text: string): Promise<void> {
    const at = line.entries[0]?.at ?? null;
    const { entries: read } = readLine(text, { ...contextBefore(line.id), at });
    if (read.length > 0)
      await stream.append({ kind: 'correct', of: line.id, text: text.trim(), entries: [...read] });
  }

  const strike = (line: KeptLine) => stream.append({ kind: line.struck ? 'restore' : 'strike', of: line.id });

  let unit = '';
  /** Opens the unit's recording; where there is none, the first line kept begins one. */
  async function openFor(unitId: string, recordingId: string | null): Promise<void> {
    unit = unitId;
    // A recording begun here while the server was away is known to this device only.
    const id = recordingId ?? (await readSnapshot<string>(localKey(unitId)));
    if (id) await stream.open(id);
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
    context,
    contextBefore,
    keep,
    correct,
    strike,
    openFor,
  };
}
