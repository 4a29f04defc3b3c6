-- What is known of a unit beyond its label changes at intake; each change is a revision. A unit that was
-- handed back stays, with its jobs, and is no longer on the bench.
alter table unit add column intake jsonb not null default '{}';
alter table unit add column revision integer not null default 1 check (revision > 0);
alter table unit add column left_at timestamptz;
create index unit_on_bench on unit (arrived_at) where left_at is null;
create index unit_by_serial on unit (model_code, serial);
