import { fromByteArray } from 'base64-js';
import { drawLabel } from '../labels/drawLabel.ts';
import { typeSizes, type PaperSize, type TypeSize } from '../paper/paperSizes.ts';
import type { Drive } from '../sequence/screw.ts';
import { metricThread } from '../tables/metricThreads.ts';
import type { Pictures } from './pictures.ts';
import { guideDeferral, type Guide, type GuideScrews, type GuideStep } from './guide.ts';
import { guideFacts, kindsByCell, partWords, stepFacts, toolWords } from './guideWords.ts';
import { headAcross, headRing, headShape, headSquare } from './screwHead.ts';

const entities: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const plain = (text: string): string => text.replace(/[&<>"]/g, (one) => entities[one] ?? one);

export interface PageOptions {
  readonly pictures?: Pictures;
  /** Of a print view: the sheet, and how large the letters are on it. */
  readonly paper?: { readonly size: PaperSize; readonly type: TypeSize };
  /** Shown within a page whose policy knows style elements by a number: that number. */
  readonly nonce?: string;
}

const paperStyle = ({ size, type }: NonNullable<PageOptions['paper']>): string =>
  `\n@page{size:${size}}\nbody{font-size:${typeSizes[type]}pt;max-width:none}\n@media print{body{font-size:${typeSizes[type]}pt}}`;

/**
 * The guide as one page that needs nothing else: no network, no application. What is ticked stays in the browser that
 * ticked it. It prints on A4 and Letter, black on white, and breaks no step over pages.
 */
export function guideHtml(
  guide: Guide,
  { pictures = new Map(), paper, nonce = '' }: PageOptions = {},
): string {
  const list = (items: readonly string[]): string =>
    items.length === 0 ? '' : `<ul>${items.map((item) => `<li>${plain(item)}</li>`).join('')}</ul>`;
  const block = (title: string, inner: string): string =>
    inner === '' ? '' : `<section><h2>${plain(title)}</h2>${inner}</section>`;
  const body = [
    `<header>${addressCode(guide)}<h1>${plain(guide.title)}</h1><dl>${guideFacts(guide)
      .map(([name, value]) => `<div><dt>${plain(name)}</dt><dd>${plain(value)}</dd></div>`)
      .join('')}</dl></header>`,
    `<section class="cautions"><h2>Cautions</h2>${list([...guide.cautions, guideDeferral])}</section>`,
    block('Tools', list(guide.tools.map(toolWords))),
    block('Parts to have ready', list(guide.parts.map(partWords))),
    block('Screw kinds', kinds(guide.screws)),
    ...guide.sections.map(({ title, steps }) =>
      block(
        title,
        `<ol start="${steps[0]?.n ?? 1}">${steps.map((step) => stepItem(step, guide, pictures)).join('')}</ol>`,
      ),
    ),
    block('Screw ledger', ledger(guide.screws)),
  ];
  return `${[
    '<!doctype html>',
    '<html lang="en">',
    '<head>',
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; img-src data:">`,
    `<title>${plain(guide.title)}</title>`,
    `<style${nonce ? ` nonce="${plain(nonce)}"` : ''}>${style}${paper ? paperStyle(paper) : ''}</style>`,
    '</head>',
    `<body data-guide="${plain(ticksKey(guide))}">`,
    ...body.filter((piece) => piece !== ''),
    // What is printed is not ticked on the screen.
    paper ? '' : `<script>${script}</script>`,
    '</body>',
    '</html>',
  ].join('\n')}\n`;
}

/** Ticks belong to the guide of one revision, and to one unit where it is for one. */
const ticksKey = ({ model, title, revision, unit }: Guide): string =>
  ['bemtor-guide', model.code, revision?.number ?? 0, unit?.label ?? '', title].join('/');

/** The address of the revision as a code, for a reader held to paper. */
function addressCode({ link }: Guide): string {
  if (link === null) return '';
  const { svg } = drawLabel({ text: link, words: '' }, 'qrcode');
  return `<div class="code" role="img" aria-label="${plain(`Code with the address ${link}`)}">${svg}</div>`;
}

const photo = (bytes: Uint8Array, alt: string): string =>
  `<img src="data:image/jpeg;base64,${fromByteArray(bytes)}" alt="${plain(alt)}">`;

function stepItem(step: GuideStep, { model }: Guide, pictures: Pictures): string {
  const facts = stepFacts(step);
  const pieces = [
    `<label><input type="checkbox" data-tick="${plain(step.id)}"><strong>${plain(step.title)}</strong>${
      step.place ? `<span>, ${plain(step.place)}</span>` : ''
    }</label>`,
    ...(facts ? [`<p class="facts">${plain(facts)}</p>`] : []),
    ...(step.detail ? [`<p>${plain(step.detail)}</p>`] : []),
    ...step.cautions.map((caution) => `<p class="caution">${plain(caution)}</p>`),
    outline(step, model.outlineMm ?? null),
    ...step.pictures.flatMap((id) => {
      const bytes = pictures.get(id);
      return bytes ? [photo(bytes, `Photo: ${step.title}`)] : [];
    }),
  ];
  return `<li value="${step.n}">${pieces.join('')}</li>`;
}

/** The side that is up, with the screws of the step, where both were measured; numbers to be read from a step away. */
function outline({ points, title }: GuideStep, size: { width: number; depth: number } | null): string {
  const [first] = points;
  if (!size || !first) return '';
  const r = Math.max(size.width, size.depth) / 32;
  const dots = points
    .map(
      ({ n, x, y }) =>
        `<circle cx="${x}" cy="${y}" r="${r.toFixed(1)}"/><text x="${x}" y="${y}" dy="${(r * 0.42).toFixed(1)}" font-size="${(r * 1.25).toFixed(1)}">${n}</text>`,
    )
    .join('');
  const frame = [-r, -r, size.width + 2 * r, size.depth + 2 * r].map((length) => length.toFixed(1)).join(' ');
  return `<figure><svg class="outline" viewBox="${frame}" role="img" aria-label="${plain(
    `Where the screws are: ${title}`,
  )}"><rect width="${size.width}" height="${size.depth}" rx="4"/>${dots}</svg><figcaption>${
    first.face === 'bottom' ? 'Bottom' : 'Top'
  } up, seen from above</figcaption></figure>`;
}

/** A head at its true size on paper, where the thread says it. */
function head(drive: Drive | null | undefined, thread: string | null | undefined): string {
  const across = metricThread(thread)?.headDiameterMm ?? null;
  const mm = ((across ?? 4) * headSquare) / headAcross;
  const { stroke, circles = [], polygon } = headShape(drive);
  const inner = [
    `<circle cx="${headRing.cx}" cy="${headRing.cy}" r="${headRing.r}" fill="none" stroke="#000" stroke-width="${headRing.width}"/>`,
    stroke ? `<path d="${stroke.path}" stroke="#000" stroke-width="${stroke.width}"/>` : '',
    ...circles.map(({ cx, cy, r }) => `<circle cx="${cx}" cy="${cy}" r="${r}"/>`),
    polygon ? `<polygon points="${polygon}"/>` : '',
  ];
  return `<svg width="${mm.toFixed(2)}mm" height="${mm.toFixed(2)}mm" viewBox="0 0 ${headSquare} ${headSquare}" aria-hidden="true">${inner.join('')}</svg>`;
}

function kinds(screws: readonly GuideScrews[]): string {
  const all = kindsByCell(screws);
  if (all.length === 0) return '';
  const rows = all.map(
    ({ cell, screw, words, count }) =>
      `<tr><th scope="row">${cell}</th><td>${head(screw.drive, screw.thread)}</td><td class="kind">${plain(words)}</td><td>${count ?? '?'}</td></tr>`,
  );
  return `<table><thead><tr><th>Cell</th><th>Head, true size</th><th>Kind</th><th>How many</th></tr></thead><tbody>${rows.join('')}</tbody></table>`;
}

function ledger(screws: readonly GuideScrews[]): string {
  if (screws.length === 0) return '';
  const rows = screws.map(
    ({ cell, words, part, where, count, outAt, backAt }) =>
      `<tr><th scope="row">${cell}</th><td class="kind">${plain(words)}</td><td>${plain([part, where].filter(Boolean).join(', '))}</td><td>${count ?? '?'}</td><td>${tick(`out ${outAt}`, `Out, step ${outAt}`)} ${outAt}</td><td>${backAt === null ? '' : `${tick(`back ${backAt}`, `Back, step ${backAt}`)} ${backAt}`}</td></tr>`,
  );
  return `<table><thead><tr><th>Cell</th><th>Kind</th><th>Part</th><th>How many</th><th>Out in step</th><th>Back in step</th></tr></thead><tbody>${rows.join('')}</tbody></table>`;
}

const tick = (key: string, label: string): string =>
  `<input type="checkbox" data-tick="ledger ${plain(key)}" aria-label="${plain(label)}">`;

const style = `
@page{margin:14mm}
*{box-sizing:border-box}
body{font:17px/1.4 system-ui,sans-serif;color:#000;background:#fff;max-width:52rem;margin:0 auto;padding:1.5rem}
h1{font-size:1.9em;line-height:1.15;margin:0 0 .5em}
h2{font-size:1.25em;border-bottom:2px solid #000;padding-bottom:.15em;margin:1.6em 0 .6em;break-after:avoid}
dl{margin:0}dl div{display:flex;gap:.6em}dt{min-width:5em;color:#333}dd{margin:0}
ul{margin:0;padding-left:1.2em}
ol{list-style:none;margin:0;padding:0}
li{break-inside:avoid}
ol>li{padding:.5em 0 .5em 3em;border-bottom:1px solid #999;position:relative}
ol>li::before{content:attr(value);position:absolute;left:0;font-weight:600;font-size:1.15em}
ol label{display:block;cursor:pointer}
input[type=checkbox]{width:1.15em;height:1.15em;margin:0 .6em 0 0;vertical-align:-.15em}
li:has(>label>input:checked)>label>strong{text-decoration:line-through}
p{margin:.25em 0}
.facts{font-weight:600}
.cautions,.caution{border:2px solid #000;padding:.4em .8em}
header{margin-bottom:1.2em}
.cautions h2{border:0;margin:.1em 0 .3em}
td.kind{white-space:nowrap}
.caution::before{content:"Caution: ";font-weight:700}
table{border-collapse:collapse;width:100%}
th,td{border:1px solid #666;padding:.3em .5em;text-align:left;vertical-align:middle}
tr{break-inside:avoid}
.outline{display:block;width:100%;max-width:24rem}
figure{margin:.5em 0;break-inside:avoid}
img{max-width:min(100%,24rem);max-height:18rem;margin:.3em .6em .3em 0;break-inside:avoid}
.code{float:right;margin-left:1em}
figcaption{color:#333;font-size:.9em}
.outline rect{fill:none;stroke:#000;stroke-width:1}
.outline circle{fill:#fff;stroke:#000;stroke-width:1.2}
.outline text{text-anchor:middle;font-weight:600}
@media print{body{font-size:11pt;max-width:none;padding:0}}
`.trim();

/** Ticks are kept where the browser allows it; where it does not, they last as long as the page. */
const script = `
const key = document.body.dataset.guide;
let ticks = {};
try { ticks = JSON.parse(localStorage.getItem(key) ?? '{}'); } catch {}
for (const box of document.querySelectorAll('[data-tick]')) {
  box.checked = ticks[box.dataset.tick] === true;
  box.addEventListener('change', () => {
    ticks[box.dataset.tick] = box.checked;
    try { localStorage.setItem(key, JSON.stringify(ticks)); } catch {}
  });
}
`.trim();
