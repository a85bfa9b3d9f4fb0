-- What a survey finds out, what was decided because of it, and the pictures that show it.

alter table zone alter column substrate drop not null;
alter table zone add column survey jsonb not null default '{}';
alter table zone add column choice_reason text not null default '';

-- Measures that are read as a whole with their piece; columns stay for what is asked for by itself.
alter table piece drop constraint piece_construction_check;
alter table piece drop constraint piece_width_mm_check;
alter table piece drop constraint piece_height_mm_check;
alter table piece add check (width_mm between 1 and 20000);
alter table piece add check (height_mm between 1 and 20000);
alter table piece add column shape jsonb not null default '{}';
alter table piece add column verdict text not null default 'finish'
  check (verdict in ('finish', 'repair', 'replace'));

create table decision (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  zone_id uuid not null,
  kind text not null check (kind in ('acknowledged', 'chosen')),
  code text not null check (length(code) between 1 and 40),
  reason text not null,
  member_id uuid,
  member_name text not null,
  at timestamptz not null,
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade,
  foreign key (job_id, zone_id) references zone (job_id, id) on delete cascade
);
create index decision_job on decision (job_id, at);
create trigger decision_append_only before update on decision
  for each row execute function refuse_change();

create table photo (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  zone_id uuid not null,
  piece_id uuid,
  topic text not null,
  caption text not null default '',
  type text not null check (type in ('image/jpeg', 'image/png', 'image/webp')),
  width_px integer not null check (width_px > 0),
  height_px integer not null check (height_px > 0),
  content bytea not null,
  taken_at timestamptz not null,
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade,
  foreign key (job_id, zone_id) references zone (job_id, id) on delete cascade,
  foreign key (shop_id, piece_id) references piece (shop_id, id) on delete set null (piece_id)
);
create index photo_job on photo (job_id, taken_at);

-- How a shop read tables with these headings the last time.
create table import_mapping (
  shop_id uuid not null references shop (id) on delete cascade,
  signature text not null check (length(signature) between 1 and 2000),
  mapping jsonb not null,
  used_at timestamptz not null,
  primary key (shop_id, signature)
);
