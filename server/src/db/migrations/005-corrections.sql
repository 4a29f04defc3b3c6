-- What was known of a unit before each change: names can be corrected, and nothing is erased. A unit that was made
-- by mistake is withdrawn: it leaves the bench and the lists, and can be taken in again.
create table unit_change (
  unit_id uuid not null references unit (id),
  revision integer not null,
  facts jsonb not null,
  by text,
  changed_at timestamptz not null default now(),
  primary key (unit_id, revision)
);
alter table unit add column withdrawn boolean not null default false;
create index unit_left on unit (left_at) where left_at is not null;
-- A label is one unit's on the bench; the ticket of one that has left may be used again.
alter table unit drop constraint unit_label_key;
create unique index unit_label_on_bench on unit (label) where left_at is null and not withdrawn;
