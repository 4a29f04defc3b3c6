import { describe, expect, test } from '@jest/globals';
import { readCaptions } from './readCaptions.ts';

const read = async (text: string) => {
  const result = await readCaptions(text);
  return result.ok ? result.value.map(({ start, end, text: words }) => [start, end, words]) : result.fault;
};

describe('captions', () => {
  // W3C WebVTT: header, cue identifiers and settings, notes, styles, tags, byte-order mark, CRLF.
  test('WebVTT', async () => {
    const text =
      '\uFEFFWEBVTT Bench\r\n\r\nSTYLE\r\n::cue { color: red }\r\n\r\nNOTE made\r\nby hand\r\n\r\nintro\r\n00:01.000 --> 00:03.500 align:start line:0\r\n<v Ann>Remove <b>four</b>\r\nscrews &amp; lift\r\n\r\n01:00:04.250 --> 01:00:05.000\r\n<01:00:04.500>then <c.loud>stop</c>\r\n';
    expect(await read(text)).toEqual([
      [1, 3.5, 'Remove four\nscrews & lift'],
      [3604.25, 3605, 'then stop'],
    ]);
  });

  // SubRip by custom: numbers, commas before the milliseconds.
  test('SubRip', async () => {
    expect(
      await read(
        '1\r\n00:00:01,000 --> 00:00:02,500\r\n<i>Fan</i> off\r\n\r\n2\r\n00:00:03,000 --> 00:00:04,000\r\n- Next\r\n',
      ),
    ).toEqual([
      [1, 2.5, 'Fan off'],
      [3, 4, 'Next'],
    ]);
  });

  test('paragraphs with the time in brackets, and plain text', async () => {
    expect(await read('[0:05] Fan off.\nAnd out.\n\n[1:02:03] Next [Music] part')).toEqual([
      [5, 3723, 'Fan off.\nAnd out.'],
      [3723, null, 'Next part'],
    ]);
    expect(await read('Fan off.\nAnd out.')).toEqual([[null, null, 'Fan off.\nAnd out.']]);
  });

  test('rolling captions say each line once', async () => {
    const text =
      'WEBVTT\n\n00:01.000 --> 00:02.000\nfour screws\n\n00:02.000 --> 00:03.000\nfour screws\nhold the fan\n\n00:03.000 --> 00:04.000\nhold the fan\nand a plug\n';
    expect((await read(text)) as unknown[]).toEqual([
      [1, 2, 'four screws'],
      [2, 3, 'hold the fan'],
      [3, 4, 'and a plug'],
    ]);
  });

  test('no words, or no readable time, is one clear fault', async () => {
    expect(await read('  \n ')).toMatchObject({ where: 'the narration' });
    expect(await read('WEBVTT\n\n00:0x --> soon\nfour screws\n')).toMatchObject({
      right: expect.any(String),
    });
  });
});
