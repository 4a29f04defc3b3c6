-- A workshop of several: who may work here, from which devices, and what was done about both. A secret is kept as its
-- argon2id hash, a token as its SHA-256: neither can be had back from here.
create table person (
  id uuid primary key,
  name text not null,
  role text not null check (role in ('apprentice', 'technician', 'lead', 'owner')),
  secret text not null,
  active boolean not null default true,
  made_at timestamptz not null default now(),
  -- Wrong secrets in a row, and until when no further one is looked at.
  failures integer not null default 0,
  held_until timestamptz
);
create unique index person_name on person (lower(name));

create table device (
  id uuid primary key,
  name text not null,
  token text not null unique,
  made_at timestamptz not null default now(),
  revoked_at timestamptz
);

create table session (
  token text primary key,
  person_id uuid not null references person (id),
  device_id uuid not null references device (id),
  made_at timestamptz not null default now(),
  ended_at timestamptz
);
create index session_of_device on session (device_id, person_id);
create index session_of_person on session (person_id) where ended_at is null;

create table pairing_code (
  code text primary key,
  made_by uuid not null references person (id),
  expires_at timestamptz not null,
  used_at timestamptz
);

create table audit (
  seq bigint generated always as identity primary key,
  at timestamptz not null default now(),
  kind text not null,
  person text,
  device text,
  about text not null default ''
);
create index audit_of_kind on audit (kind, seq);
create index audit_of_person on audit (person, seq);

-- Who said something and at which device, as the server knows it; `by` is the name that stood on it. Null: alone.
alter table entry add column person_id uuid references person (id), add column device_id uuid references device (id);
alter table event add column person_id uuid references person (id), add column device_id uuid references device (id);
alter table shop_event add column person_id uuid references person (id), add column device_id uuid references device (id);
