-- The log of the shop: what is said of units, models, sequences, words, ways of working, stock and wants, each thing
-- once, however often it is sent. The tables of these hold what the log has made of them, for queries.
create table shop_event (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  kind text not null,
  subject text not null,
  body jsonb not null,
  at timestamptz not null,
  by text,
  received_at timestamptz not null default now()
);
create index shop_event_of_subject on shop_event (subject, seq);
create index technician_renamed on shop_event (seq) where kind = 'technician-renamed';

-- What units were before a change becomes what was said of them.
insert into shop_event (id, kind, subject, body, at, by, received_at)
select gen_random_uuid(), 'unit-told', 'unit/' || c.unit_id,
       jsonb_build_object('kind', 'unit-told', 'unit', c.unit_id, 'was', c.facts, 'set',
         coalesce(lead(c.facts) over (partition by c.unit_id order by c.revision),
           jsonb_build_object('label', u.label, 'model', u.model_code, 'serial', u.serial, 'place', u.place,
                              'left', u.left_at is not null, 'withdrawn', u.withdrawn))),
       c.changed_at, c.by, c.changed_at
from unit_change c join unit u on u.id = c.unit_id order by c.changed_at;
drop table unit_change;

-- Models are corrected, retired and merged; a merged one is another spelling, and its units follow the other's sequence.
alter table model add column retired boolean not null default false;
alter table model add column merged_into text references model (code) check (merged_into <> code);
create view unit_model as
  select u.id as unit_id, coalesce(m.merged_into, m.code) as code from unit u join model m on m.code = u.model_code;

-- A revision can be taken back, and stand again; who published it is what its event says.
alter table revision add column withdrawn boolean not null default false;
alter table revision add column event uuid unique;
-- A count holds until a later one, in the order of counting, not of sending.
alter table stock alter column changed_at drop default;
create index event_by on event (by);
create index entry_by on entry (by);
-- Photos of a model's steps are found without reading whole logs.
create index entry_picture on entry (recording_id) where kind = 'picture';
create index event_picture on event (job_id) where kind = 'picture';
