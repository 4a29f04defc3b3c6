import {
  forms,
  lineWords,
  mendLine,
  mostImportBytes,
  unreachableParts,
  type CsvMapping,
  type Imported,
  type ImportLine,
  type Model,
  type ModelSummary,
  type Option,
  type Sequence,
} from '@bemtor/core';
import { computed, ref, shallowRef } from 'vue';
import { useLatest } from '../../composables/useLatest.ts';
import { useShop } from '../../stores/shop.ts';
import { readImportInWorker, sequenceOfLinesInWorker } from '../../workers/planner.ts';
import { rememberedMapping, rememberMapping } from './mappings.ts';

export interface ImportFileHere {
  readonly name: string;
  readonly bytes: Uint8Array;
}
type Form = (typeof forms)[number];

/** Words for what a file was taken for. */
const formatWords: Readonly<Record<Imported['format'], string>> = {
  json: 'a sequence',
  zip: 'an archive with a sequence',
  csv: 'a table',
  md: 'a Markdown list',
  jsonld: 'a HowTo',
  text: 'lines of text',
  captions: 'a narration',
};

/** A file that is to come in: what it was taken for, what of it is understood, and the sequence that it would become. */
export function useImport(models: () => readonly ModelSummary[]) {
  const shop = useShop();
  const file = shallowRef<ImportFileHere | null>(null);
  const read = shallowRef<Imported | null>(null);
  const fault = ref<string | null>(null);
  const busy = ref(false);
  /** Lines as they stand now: put right by hand, some left out. */
  const lines = shallowRef<readonly ImportLine[]>([]);
  const left = ref(new Set<string>());
  const names = ref({ maker: '', name: '', code: '', form: forms[0] as Form });

  /** What a file says; null where it is refused, with the reason shown. */
  async function readIt(from: ImportFileHere, mapping?: CsvMapping): Promise<Imported | null> {
    busy.value = true;
    fault.value = null;
    try {
      const answer = await readImportInWorker(from, { mapping, words: shop.words });
      if (answer.ok) return answer.value;
      fault.value = `${answer.fault.where}: ${answer.fault.what}; ${answer.fault.right}.`;
      return null;
    } finally {
      busy.value = false;
    }
  }
  /** Opens a file that is new here; of a table like one before it is known which column holds what. */
  async function open(from: ImportFileHere): Promise<void> {
    close();
    const found = await readIt(from);
    if (!found) return;
    const before = found.kind === 'lines' && found.table ? rememberedMapping(found.table.columns) : undefined;
    show(from, (before && (await readIt(from, before))) ?? found);
    nameAs(found);
  }
  function show(from: ImportFileHere, found: Imported): void {
    [file.value, read.value] = [from, found];
    lines.value = found.kind === 'lines' ? found.lines : [];
    for (const [at, text] of mended) mendAt(at, text);
  }
  function nameAs(found: Imported): void {
    const told = found.kind === 'sequence' ? found.sequence.model : found.model;
    names.value = {
      ...{ maker: told.maker ?? '', name: told.name ?? '', code: told.code ?? '' },
      form: told.form ?? forms[0],
    };
  }
  function tooLarge({ name, size }: File): boolean {
    if (size <= mostImportBytes) return false;
    fault.value = `${name} has ${Math.round(size / 1_000_000)} MB; at most ${mostImportBytes / 1_000_000} MB are read at once.`;
    return true;
  }
  async function openFile(chosen: File): Promise<void> {
    if (tooLarge(chosen)) return;
    await open({ name: chosen.name, bytes: new Uint8Array(await chosen.arrayBuffer()) });
  }
  const openText = (text: string): Promise<void> =>
    open({ name: 'what was pasted', bytes: new TextEncoder().encode(text) });
  async function remap(mapping: CsvMapping): Promise<void> {
    const from = file.value;
    if (!from || read.value?.kind !== 'lines' || !read.value.table) return;
    rememberMapping(read.value.table.columns, mapping);
    const found = await readIt(from, mapping);
    if (found) show(from, found);
  }
  /** What was put right by hand, by its place: it stands when the columns are told otherwise. */
  const mended = new Map<string, string>();
  function mendAt(at: string, text: string): void {
    const place = lines.value.findIndex((line) => line.at === at);
    if (place >= 0) lines.value = mendLine(lines.value, place, text, { words: shop.words });
  }
  function mend(at: string, text: string): void {
    mended.set(at, text);
    mendAt(at, text);
  }
  function leaveOut(at: string, isLeft: boolean): void {
    const next = new Set(left.value);
    if (isLeft) next.add(at);
    else next.delete(at);
    left.value = next;
  }
  function close(): void {
    [file.value, read.value, fault.value] = [null, null, null];
    mended.clear();
    left.value = new Set();
  }

  const taken = computed(() => lines.value.filter(({ at }) => !left.value.has(at)));
  const problems = computed(() => taken.value.filter(({ problem }) => problem !== null));
  /** The model that it is for, where it is known already. */
  const known = computed(() => models().find(({ code }) => code === (names.value.code ?? '').trim()) ?? null);
  const model = computed<Model | null>(() => {
    const { maker, name, code, form } = known.value ?? names.value;
    // A field that was cleared holds nothing.
    if ([maker, name, code].some((text) => (text ?? '').trim() === '')) return null;
    const outlineMm = known.value
      ? (known.value.outlineMm ?? null)
      : read.value?.kind === 'sequence'
        ? (read.value.sequence.model.outlineMm ?? null)
        : null;
    return { maker: maker.trim(), name: name.trim(), code: code.trim(), form: form as Form, outlineMm };
  });
  const options = computed<readonly Option[]>(() => known.value?.options ?? []);
  /** A stand-in for the model until one is named. */
  const about = computed<Model>(() => model.value ?? { maker: '…', name: '…', code: '…', form: forms[0] });
  const told = computed(() =>
    read.value?.kind === 'lines'
      ? JSON.stringify({
          ...{ lines: taken.value, format: read.value.format },
          ...{ model: about.value, options: options.value },
        })
      : '',
  );
  const { answer: made, pending: deriving } = useLatest(
    () => told.value,
    (text) => (text === '' ? null : sequenceOfLinesInWorker(text)),
    null,
  );
  /** The sequence that it becomes. */
  const sequence = computed<Sequence | null>(() => {
    if (read.value?.kind === 'sequence') return { ...read.value.sequence, model: about.value };
    return read.value && made.value?.made.ok ? made.value.made.value : null;
  });
  const lost = computed(() =>
    read.value?.kind === 'sequence' ? unreachableParts(read.value.sequence) : (made.value?.lost ?? []),
  );
  /** Why it cannot be published yet; null where it can. */
  const missing = computed(() => {
    if (read.value?.kind === 'lines' && deriving.value) return 'Working out what must come before what …';
    if (read.value?.kind === 'lines' && made.value?.made.ok === false)
      return `${made.value.made.fault.where}: ${made.value.made.fault.what}`;
    if (!sequence.value || sequence.value.actions.length === 0) return 'No step is understood yet';
    if (!model.value) return 'Name the model: maker, name and code';
    if (lost.value.length > 0) return `No order reaches ${lost.value.join(', ')}`;
    return null;
  });
  return {
    ...{ file, read, fault, busy, lines, left, names, known, model, sequence, missing, problems },
    ...{ openFile, openText, remap, mend, leaveOut, close },
    formatOf: (found: Imported): string => formatWords[found.format],
    wordsOf: lineWords,
  };
}
