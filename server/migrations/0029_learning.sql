-- What each job teaches about material and time, worked out from its mixes and its log: kept until one of them changes, and
-- never exported.
create table job_seen (
  job_id uuid primary key references job (id) on delete cascade,
  shop_id uuid not null references shop (id) on delete cascade,
  -- What it was worked out from.
  stamp text not null,
  seen jsonb not null
);
create index job_seen_shop on job_seen (shop_id);

-- Measurements that do not count, each with why: a mix that was spilled, a task that was interrupted.
create table seen_exclusion (
  shop_id uuid not null references shop (id) on delete cascade,
  seen_id uuid not null,
  reason text not null,
  member_name text not null,
  at timestamptz not null,
  primary key (shop_id, seen_id)
);
