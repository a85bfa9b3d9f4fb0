-- Jobs with their zones, sequences and pieces.

create table job (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  code text not null check (length(code) between 1 and 12),
  name text not null check (length(name) between 1 and 120),
  client text not null default '',
  address_note text not null default '',
  start_on date not null,
  needed_by date,
  place text not null check (place in ('shop', 'client')),
  status text not null default 'open' check (status in ('open', 'handed-over')),
  created_at timestamptz not null,
  version integer not null default 1,
  unique (shop_id, id),
  check (needed_by is null or needed_by >= start_on)
);

create table zone (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  position integer not null check (position >= 0),
  name text not null check (length(name) between 1 and 80),
  old_colour text not null check (old_colour ~ '^#[0-9a-f]{6}$'),
  new_colour text not null check (new_colour ~ '^#[0-9a-f]{6}$'),
  substrate text not null,
  system_id text,
  options jsonb,
  version integer not null default 1,
  unique (shop_id, id),
  unique (job_id, id),
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade
);

create table step (
  id uuid primary key,
  shop_id uuid not null,
  zone_id uuid not null,
  position integer not null check (position >= 0),
  key text not null,
  body jsonb not null,
  unique (shop_id, id),
  unique (zone_id, key),
  foreign key (shop_id, zone_id) references zone (shop_id, id) on delete cascade
);

create table piece (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  zone_id uuid not null,
  position integer not null check (position >= 0),
  tag text not null check (length(tag) between 1 and 16),
  kind text not null,
  construction text not null check (construction in ('slab', 'five-piece')),
  width_mm numeric(8, 2) not null check (width_mm between 20 and 3600),
  height_mm numeric(8, 2) not null check (height_mm between 20 and 3600),
  thickness_mm numeric(8, 2) not null check (thickness_mm between 3 and 120),
  frame_mm numeric(8, 2) not null check (frame_mm between 10 and 300),
  recess_mm numeric(8, 2) not null check (recess_mm between 0 and 40),
  panels_across integer not null check (panels_across between 1 and 6),
  panels_down integer not null check (panels_down between 1 and 6),
  finish_front boolean not null,
  finish_back boolean not null,
  finish_edges boolean not null,
  note text not null default '',
  version integer not null default 1,
  unique (shop_id, id),
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade,
  foreign key (job_id, zone_id) references zone (job_id, id)
);
create unique index piece_tag on piece (job_id, lower(tag));
