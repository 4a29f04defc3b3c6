import * as mediaCaptions from 'media-captions';
import { failure, success, type Result } from '../../result.ts';

/** The package's own types leave out file endings, so that this kind of module resolution finds none of them. */
const { parseText } = mediaCaptions as unknown as {
  parseText(
    text: string,
    options: { type: 'vtt' | 'srt'; strict: boolean; errors: boolean },
  ): Promise<{
    cues: { startTime: number; endTime: number; text: string }[];
    errors: { line: number; message: string }[];
  }>;
};

/** A stretch of a narration; times in seconds from its start, or null where nobody kept time. */
export interface Cue {
  readonly start: number | null;
  readonly end: number | null;
  readonly text: string;
}

/** A narration of an hour is about 60 kB; what is longer than this is something else. */
export const narrationLimit = 4_000_000;

/**
 * Reads a narration: WebVTT, SubRip, paragraphs that start with `[m:ss]`, or plain text without times.
 * Cue settings, styles, notes, voice and time tags, a byte-order mark and CRLF are all allowed; text that
 * rolling captions repeat from the cue before is taken once.
 * Faults: no words, too long, captions without a readable time (names the line).
 */
export async function readCaptions(source: string): Promise<Result<Cue[]>> {
  const text = source.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  if (text.length > narrationLimit)
    return failure(
      `it has ${text.length} characters`,
      'the narration',
      `at most ${narrationLimit} characters are read at once`,
    );
  const cues = /^WEBVTT(\s|$)/.test(text)
    ? await readTimed(text, 'vtt')
    : subRip.test(text.trimStart())
      ? await readTimed(text, 'srt')
      : success(readPlain(text));
  if (!cues.ok) return cues;
  const said = withoutRepeats(cues.value.map((cue) => ({ ...cue, text: cleanCue(cue.text) }))).filter(
    ({ text: words }) => words !== '',
  );
  return said.length > 0
    ? success(said)
    : failure('it holds no words', 'the narration', 'captions, or text that somebody said, are expected');
}

/** The number of a cue, if it has one, then its times. */
const subRip = /^(?:\d+[^\S\n]*\n)?[^\S\n]*[\d:]+[,.]\d+[^\S\n]*-->/;

async function readTimed(text: string, type: 'vtt' | 'srt'): Promise<Result<Cue[]>> {
  const { cues, errors } = await parseText(text, { type, strict: false, errors: true });
  const [error] = errors;
  if (cues.length === 0 && error)
    return failure(
      error.message,
      `line ${error.line} of the captions`,
      'a time such as 00:01:02.500 --> 00:01:05.000 is expected',
    );
  return success(
    cues.map(({ startTime, endTime, text: words }) => ({ start: startTime, end: endTime, text: words })),
  );
}

const stamp = /^\s*\[(?:(\d+):)?(\d{1,3}):(\d{2})(?:[.,](\d+))?\]\s*/;

/** Paragraphs that start with `[m:ss]` (or `[h:mm:ss]`); a paragraph ends where the next begins. */
function readPlain(text: string): Cue[] {
  const cues: { start: number | null; end: number | null; text: string }[] = [];
  for (const line of text.split('\n')) {
    const found = stamp.exec(line);
    if (found) {
      const [all, hours, minutes, seconds, part] = found;
      const start = Number(hours ?? 0) * 3600 + Number(minutes) * 60 + Number(`${seconds}.${part ?? 0}`);
      const before = cues[cues.length - 1];
      if (before?.start != null) before.end = start;
      cues.push({ start, end: null, text: line.slice(all.length) });
    } else {
      const last = cues[cues.length - 1];
      if (last) last.text += `\n${line}`;
      else cues.push({ start: null, end: null, text: line });
    }
  }
  return cues;
}

/** Tags, sounds in brackets and the marks of a change of speaker are no words. */
const cleanCue = (text: string): string =>
  text
    .replace(/<[^<>]*>/g, '')
    .replace(/\[[^[\]]*\]|♪+/g, ' ')
    .replace(
      /&(amp|lt|gt|nbsp|lrm|rlm);/g,
      (_, name: string) => ({ amp: '&', lt: '<', gt: '>' })[name] ?? ' ',
    )
    .replace(/(^|\n)[^\S\n]*(>>+|-)\s*/g, '$1')
    .replace(/[ \t]+/g, ' ')
    .trim();

/** Rolling captions show the line before again above the new one. */
function withoutRepeats(cues: readonly Cue[]): Cue[] {
  const found: Cue[] = [];
  let shown: string[] = [];
  for (const cue of cues) {
    const lines = cue.text.split('\n').map((line) => line.trim());
    const overlap = overlapOf(shown, lines);
    shown = lines;
    found.push({ ...cue, text: lines.slice(overlap).join('\n').trim() });
  }
  return found;
}

/** Captions on a screen are a few lines; a long text that repeats itself is no rolling caption. */
const mostShown = 8;

/** How many of the first lines are the last lines of what was shown. */
function overlapOf(shown: readonly string[], lines: readonly string[]): number {
  for (let n = Math.min(shown.length, lines.length, mostShown); n > 0; n--)
    if (lines.slice(0, n).every((line, i) => line !== '' && line === shown[shown.length - n + i])) return n;
  return 0;
}
