-- What each job teaches, worked out from its log and findings: kept until one of them changes, and never exported.
create table job_lesson (
  job_id uuid primary key references job (id) on delete cascade,
  shop_id uuid not null references shop (id) on delete cascade,
  -- What it was worked out from.
  stamp text not null,
  tallies jsonb not null
);
create index job_lesson_shop on job_lesson (shop_id);
