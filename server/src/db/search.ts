import {
  indexSequence,
  readSequence,
  searchWords,
  sequenceFormat,
  stepWords,
  type SearchHit,
  type Sequence,
} from '@bemtor/core';
import { searchParts } from './parts.ts';
import type { Asking, Database } from './pool.ts';

/** So many of each kind; whoever wants more says more. */
const most = 8;
/** Of a common word so many are looked at. */
const looked = 60;

/** Each word by its beginning, as the database takes it; letters and figures only, so that nothing of it is a sign. */
const queryOf = (words: readonly string[]): string => words.map((word) => `${word}:*`).join(' & ');

type Found = Omit<SearchHit, 'kind'>;
const nothing = { model: null, unit: null, revision: null, number: null };

/** Everything that holds all the words of a question, the nearest first within each kind. */
export async function searchAll(database: Database, text: string): Promise<SearchHit[]> {
  const words = searchWords(text);
  if (words.length === 0) return [];
  const query = queryOf(words);
  const found = await Promise.all([
    findUnits(database, query, text),
    findModels(database, query, text),
    findParts(database, query, text),
    findSteps(database, query, words),
    findJobs(database, query),
    findNotes(database, query),
  ]);
  const kinds = ['unit', 'model', 'part', 'step', 'job', 'note'] as const;
  return found.flatMap((hits, i) => hits.map((hit) => ({ kind: kinds[i] ?? 'note', ...hit })));
}

async function findUnits(database: Database, query: string, text: string): Promise<Found[]> {
  const { rows } = await database.query<{ id: string; label: string; detail: string; model: string }>(
    `with near as (
       (select id, 1.0 as score from unit where search_words(label || ' ' || serial || ' ' || complaint || ' ' || place)
          @@ to_tsquery('simple', $1) limit $3)
       union all
       (select id, word_similarity($2, label || ' ' || serial) * 0.9 from unit where $2 <% (label || ' ' || serial) limit $3)
     ), best as (select id, max(score) as score from near group by id)
     select u.id, u.label, m.code as model,
            concat_ws(', ', m.maker || ' ' || m.name, nullif(u.serial, ''),
                      case when u.left_at is not null then 'handed back' else nullif(u.place, '') end, nullif(u.complaint, '')) as detail
     from best b join unit u on u.id = b.id join unit_model s on s.unit_id = u.id join model m on m.code = s.code
     where not u.withdrawn
     order by (lower(u.label) = lower($2)) desc, b.score desc, (u.left_at is null) desc, u.arrived_at desc limit $4`,
    [query, text, looked, most],
  );
  return rows.map(({ id, label, detail, model }) => ({ ...nothing, title: label, detail, model, unit: id }));
}

async function findModels(database: Database, query: string, text: string): Promise<Found[]> {
  const { rows } = await database.query<{ code: string; title: string; detail: string }>(
    `with near as (
       (select code, 1.0 as score from model
        where search_words(code || ' ' || maker || ' ' || name || ' ' || form) @@ to_tsquery('simple', $1) limit $3)
       union all
       (select code, word_similarity($2, code || ' ' || maker || ' ' || name) * 0.9 from model
        where $2 <% (code || ' ' || maker || ' ' || name) limit $3)
     ), best as (select code, max(score) as score from near group by code)
     select m.code, m.maker || ' ' || m.name as title,
            concat_ws(', ', m.code, m.form, case when m.retired then 'retired' end,
                      case when m.merged_into is not null then 'another spelling of ' || m.merged_into end) as detail
     from best b join model m on m.code = b.code
     order by (lower(m.code) = lower($2)) desc, b.score desc, m.retired, m.maker, m.name limit $4`,
    [query, text, looked, most],
  );
  return rows.map(({ code, title, detail }) => ({ ...nothing, title, detail, model: code }));
}

/** Numbers off labels have three figures or more; "lark 14" has not, and looking for what is alike to it costs the most. */
const looksLikeNumber = (text: string): boolean => (text.match(/\d/g)?.length ?? 0) >= 3;

/** By number in any spelling, and by name. */
async function findParts(database: Database, query: string, text: string): Promise<Found[]> {
  const numbers = looksLikeNumber(text) ? await searchParts(database, text) : [];
  const { rows } = await database.query<{ number: string; name: string; models: string[] }>(
    `with named as (
       select folded, number, part_name, model_code from part_sighting
       where search_words(part_name) @@ to_tsquery('simple', $1) limit $2
     )
     select min(n.number) as number, min(n.part_name) as name, array_agg(distinct m.name) as models
     from named n join model m on m.code = n.model_code group by n.folded order by 2, 1 limit $3`,
    [query, looked, most],
  );
  const hits = [
    ...numbers.map(({ number, parts, models }) => ({ number, name: parts.join(', '), models })),
    ...rows,
  ];
  const seen = new Set<string>();
  return hits
    .filter(({ number }) => !seen.has(number) && seen.add(number))
    .slice(0, most)
    .map(({ number, name, models }) => ({
      ...nothing,
      title: `${number}  ${name}`,
      detail: models.slice(0, 4).join(', '),
      number,
    }));
}

async function findSteps(database: Database, query: string, words: readonly string[]): Promise<Found[]> {
  const { rows } = await database.query<{
    code: string;
    number: number;
    name: string;
    line: string;
    caution: boolean;
  }>(
    `select * from (
       -- Whether a line holds the letters is quickly seen; whether they begin its words only of those that do.
       select t.model_code as code, t.number, m.name, l.line, l.caution
       from (select * from sequence_text where words @@ to_tsquery('simple', $1) limit $2) t
       join model m on m.code = t.model_code
       cross join lateral unnest(t.lines, t.is_caution) l (line, caution)
       where (l.line || ' ' || m.name || ' ' || m.code) ilike all ($4) offset 0
     ) held
     where search_words(line || ' ' || name || ' ' || code) @@ to_tsquery('simple', $1) limit $3`,
    [query, looked, most, words.map((word) => `%${word}%`)],
  );
  return rows.map(({ code, number, name, line, caution }) => ({
    ...nothing,
    title: caution ? `Caution: ${line}` : line,
    detail: `${name}, ${code}, revision ${number}`,
    model: code,
    revision: number,
  }));
}

/** Of units and models that are called so, and those closed with such a remark. */
async function findJobs(database: Database, query: string): Promise<Found[]> {
  const { rows } = await database.query<{ unit: string; label: string; model: string; detail: string }>(
    `with named as (
       (select j.id from job j join unit u on u.id = j.unit_id
        where u.id in (select id from unit where search_words(label || ' ' || serial || ' ' || complaint || ' ' || place)
                         @@ to_tsquery('simple', $1) limit $2) order by j.created_at desc limit $2)
       union
       (select j.id from job j where j.model_code in (
          select code from model where search_words(code || ' ' || maker || ' ' || name || ' ' || form)
            @@ to_tsquery('simple', $1) limit $2) order by j.created_at desc limit $2)
       union
       (select job_id from event where kind = 'closed' and search_words(body ->> 'remark') @@ to_tsquery('simple', $1) limit $2)
     )
     select u.id as unit, u.label, j.model_code as model,
            concat_ws(', ', m.name, to_char(j.created_at, 'YYYY-MM-DD'),
              (select e.body ->> 'remark' from event e where e.job_id = j.id and e.kind = 'closed' order by e.seq desc limit 1)) as detail
     from named n join job j on j.id = n.id join unit u on u.id = j.unit_id join model m on m.code = j.model_code
     order by j.created_at desc, j.id limit $3`,
    [query, looked, most],
  );
  return rows.map(({ unit, label, model, detail }) => ({
    ...nothing,
    title: `Job at ${label}`,
    ...{ detail, model, unit },
  }));
}

/** What was noted in a run or at intake, and what was said in a recording. */
async function findNotes(database: Database, query: string): Promise<Found[]> {
  const { rows } = await database.query<{ unit: string; label: string; words: string; source: string }>(
    `with noted as (
       (select j.unit_id, e.body ->> 'text' as words, 'noted in a run' as source, e.received_at
        from event e join job j on j.id = e.job_id
        where e.kind = 'note' and search_words(e.body ->> 'text') @@ to_tsquery('simple', $1) limit $2)
       union all
       (select id, intake ->> 'notes', 'noted at intake', arrived_at from unit
        where search_words(coalesce(intake ->> 'notes', '')) @@ to_tsquery('simple', $1) limit $2)
       union all
       (select r.unit_id, e.body ->> 'text', 'said in a recording', e.received_at
        from entry e join recording r on r.id = e.recording_id
        where e.kind = 'line' and search_words(e.body ->> 'text') @@ to_tsquery('simple', $1) limit $2)
     )
     select n.unit_id as unit, u.label, n.words, n.source from noted n join unit u on u.id = n.unit_id
     where not u.withdrawn order by n.received_at desc limit $3`,
    [query, looked, most],
  );
  return rows.map(({ unit, label, words, source }) => ({
    ...nothing,
    ...{ title: words.slice(0, 200), detail: `${label}, ${source}`, unit },
  }));
}

/** What of a model's sequence is found by words: the revision that stands, or nothing where none does. */
export async function indexStanding(client: Asking, model: string): Promise<void> {
  await client.query('delete from sequence_text where model_code = $1', [model]);
  const { rows } = await client.query<{ number: number; document: Sequence }>(
    `select number, document from revision where model_code = $1 and not withdrawn order by number desc limit 1`,
    [model],
  );
  const [standing] = rows;
  // What a later version wrote is set apart, and not found by its words.
  const read = readSequence(standing?.document);
  if (!standing || !read.ok) return;
  const lines = linesOf(read.value);
  await client.query(
    `insert into sequence_text (model_code, number, lines, is_caution, words)
     select $1, $2, $3, $4, search_words(array_to_string($3::text[], ' ') || ' ' || name || ' ' || code) from model where code = $1`,
    [...[model, standing.number, lines.map(({ words }) => words)], lines.map(({ isCaution }) => isCaution)],
  );
}

function linesOf(document: Sequence): { words: string; isCaution: boolean }[] {
  const index = indexSequence(document);
  return document.actions.flatMap(({ id, cautions, note }) => [
    { words: [stepWords(index, id), note].filter(Boolean).join('. '), isCaution: false },
    ...cautions.map((words) => ({ words, isCaution: true })),
  ]);
}

/** A database from before the search, or one that lost its index: what stands is read once. */
export async function catchUpSearch(database: Database): Promise<void> {
  const { rows } = await database.query<{ code: string }>(
    `select distinct r.model_code as code from revision r left join sequence_text t on t.model_code = r.model_code
     where not r.withdrawn and t.model_code is null and r.document ->> 'format' = $1`,
    [sequenceFormat],
  );
  for (const { code } of rows) await indexStanding(database, code);
}
