-- Two append-only logs (entry, event) and the few tables that they hang on.
-- A document is kept whole; whatever can be computed from it or from a log is not stored.

create table model (
  code text primary key,
  maker text not null,
  name text not null,
  form text not null,
  outline_mm jsonb,
  options jsonb not null default '[]'
);

create table revision (
  model_code text not null references model (code),
  number integer not null check (number > 0),
  document jsonb not null,
  note text not null default '',
  published_at timestamptz not null default now(),
  primary key (model_code, number)
);

create table unit (
  id uuid primary key,
  label text not null unique,
  model_code text not null references model (code),
  serial text not null,
  configuration jsonb not null default '{}',
  complaint text not null,
  place text not null default '',
  arrived_at timestamptz not null default now()
);

create table recording (
  id uuid primary key,
  unit_id uuid not null references unit (id),
  started_at timestamptz not null default now()
);
create index recording_by_unit on recording (unit_id, started_at);

create table entry (
  recording_id uuid not null references recording (id),
  seq bigint not null,
  id uuid not null,
  kind text not null,
  body jsonb not null,
  at timestamptz not null,
  by text,
  received_at timestamptz not null default now(),
  primary key (recording_id, seq),
  unique (recording_id, id)
);

create table job (
  id uuid primary key,
  unit_id uuid not null references unit (id),
  model_code text not null,
  revision integer not null,
  created_at timestamptz not null default now(),
  foreign key (model_code, revision) references revision (model_code, number)
);
create index job_by_unit on job (unit_id, created_at);

create table event (
  job_id uuid not null references job (id),
  seq bigint not null,
  id uuid not null,
  kind text not null,
  body jsonb not null,
  at timestamptz not null,
  by text,
  received_at timestamptz not null default now(),
  primary key (job_id, seq),
  unique (job_id, id)
);

-- Facts about this installation, such as that the demo data has been loaded.
create table fact (
  key text primary key,
  value jsonb not null
);
