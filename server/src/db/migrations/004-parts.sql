-- Where part numbers were seen. Derived from revisions and job events, kept for search only; one command
-- rebuilds it (npm run rebuild:parts). `folded` is the number as it is compared.
create extension if not exists pg_trgm;

create table part_sighting (
  id bigint generated always as identity primary key,
  number text not null,
  folded text not null,
  role text not null,
  part text not null,
  part_name text not null,
  kind text not null,
  model_code text not null references model (code),
  "when" jsonb,
  source text not null check (source in ('revision', 'job')),
  witness text not null,
  seen_at timestamptz not null default now(),
  unique (folded, number, role, part, model_code, source, witness)
);
create index part_sighting_prefix on part_sighting (folded text_pattern_ops);
create index part_sighting_alike on part_sighting using gin (folded gin_trgm_ops);
create index part_sighting_place on part_sighting (model_code, part);

-- What is on the shelf and on its way; what is reserved follows from the wants.
create table stock (
  folded text primary key,
  number text not null,
  on_hand integer not null default 0 check (on_hand >= 0),
  ordered integer not null default 0 check (ordered >= 0),
  changed_at timestamptz not null default now()
);

-- What somebody wants, for a unit or for the shelf; it is never deleted, it is met or dropped.
create table want (
  id uuid primary key,
  number text not null,
  folded text not null,
  part_name text not null default '',
  unit_id uuid references unit (id),
  quantity integer not null default 1 check (quantity > 0),
  state text not null default 'wanted' check (state in ('wanted', 'ordered', 'met', 'dropped')),
  made_at timestamptz not null default now()
);
create index want_open on want (folded) where state in ('wanted', 'ordered');
