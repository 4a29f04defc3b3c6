-- One search over everything: PostgreSQL's own full text, and trigrams where names are misspelt. A word is what stands
-- between signs: "SK-0412" is found by "0412".
create function search_words(words text) returns tsvector language sql immutable parallel safe as
  $$ select to_tsvector('simple'::regconfig, regexp_replace(lower(words), '[^[:alnum:]]+', ' ', 'g')) $$;

create index model_words on model using gin (search_words(code || ' ' || maker || ' ' || name || ' ' || form));
create index model_alike on model using gin ((code || ' ' || maker || ' ' || name) gin_trgm_ops);
create index unit_words on unit using gin (search_words(label || ' ' || serial || ' ' || complaint || ' ' || place));
create index unit_alike on unit using gin ((label || ' ' || serial) gin_trgm_ops);
create index unit_notes on unit using gin (search_words(coalesce(intake ->> 'notes', '')));
create index part_words on part_sighting using gin (search_words(part_name));
create index event_notes on event using gin (search_words(body ->> 'text')) where kind = 'note';
create index event_remarks on event using gin (search_words(body ->> 'remark')) where kind = 'closed';
create index entry_words on entry using gin (search_words(body ->> 'text')) where kind = 'line';

-- Steps and cautions of the sequence that stands for each model: derived from revisions, made again at start where it
-- is not there.
create table sequence_text (
  model_code text primary key references model (code),
  number integer not null,
  lines text[] not null,
  is_caution boolean[] not null,
  words tsvector not null
);
create index sequence_words on sequence_text using gin (words);
