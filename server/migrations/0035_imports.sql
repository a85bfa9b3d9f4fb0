-- How far job files are that are being brought in: by whichever server, told by all. Lost with a crash, as they are themselves.
create unlogged table job_import (
  id uuid primary key,
  shop_id uuid not null references shop (id) on delete cascade,
  phase text not null check (phase in ('waiting', 'checking', 'pictures', 'writing')),
  done integer not null default 0,
  of_all integer not null default 0,
  begun_at timestamptz not null default now(),
  told_at timestamptz not null default now()
);
create index job_import_shop on job_import (shop_id);
