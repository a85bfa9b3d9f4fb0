-- The best run of a member in each lesson of spraying, with the way of the gun, to be looked at again.
create table practice_run (
  shop_id uuid not null references shop (id) on delete cascade,
  member_id uuid not null references member (id) on delete cascade,
  lesson text not null,
  score double precision not null,
  at timestamptz not null,
  path jsonb not null,
  primary key (member_id, lesson)
);
create index practice_run_shop on practice_run (shop_id);
