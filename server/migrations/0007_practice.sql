-- How a shop works: its ways, its own systems, what stands beside the coatings, what it knows of layers.

alter table job add column practice jsonb not null default '{"ways": {}, "reasons": {}}';
alter table zone add column own_system jsonb;
alter table zone add column shares_with uuid;

create table supply (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  key text not null check (key ~ '^[a-z0-9-]{2,60}$'),
  body jsonb not null,
  version integer not null default 1,
  unique (shop_id, key)
);

create table own_system (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  is_retired boolean not null default false,
  unique (shop_id, id)
);

-- Versions stay as they were written: a job keeps the one it was planned with.
create table own_system_version (
  shop_id uuid not null,
  system_id uuid not null,
  version integer not null check (version >= 1),
  body jsonb not null,
  change_note text not null,
  made_by text not null,
  made_at timestamptz not null,
  primary key (system_id, version),
  foreign key (shop_id, system_id) references own_system (shop_id, id)
);
create trigger own_system_version_append_only before update on own_system_version
  for each row execute function refuse_change();

create table layer_answer (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  kind text not null check (kind in ('class', 'product')),
  under_key text not null,
  over_key text not null,
  answer text not null check (answer in ('yes', 'scuffed', 'no', 'not known')),
  why text not null,
  test jsonb,
  member_name text not null,
  at timestamptz not null
);
create index layer_answer_shop on layer_answer (shop_id, at);
