-- Pictures as they were re-encoded: without metadata, with a small copy for strips and lists.
create table picture (
  id uuid primary key,
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  whole bytea not null,
  small bytea not null,
  made_at timestamptz not null default now()
);

-- Settings of the shop, each one document; the revision grows by one with each change.
create table setting (
  key text primary key,
  value jsonb not null,
  revision integer not null check (revision > 0),
  changed_at timestamptz not null default now()
);
