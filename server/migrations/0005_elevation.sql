-- The elevation map: walls, and the openings in them that pieces belong to.

create table wall (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  position integer not null check (position >= 0),
  name text not null check (length(name) between 1 and 60),
  letter text not null check (letter ~ '^[A-Za-z]{1,3}$'),
  width_mm numeric(8, 2) not null check (width_mm between 100 and 30000),
  height_mm numeric(8, 2) not null check (height_mm between 100 and 30000),
  version integer not null default 1,
  unique (shop_id, id),
  unique (job_id, id),
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade
);

create table opening (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  wall_id uuid not null,
  tag text not null check (length(tag) between 1 and 16),
  x_mm numeric(8, 2) not null check (x_mm between 0 and 30000),
  y_mm numeric(8, 2) not null check (y_mm between 0 and 30000),
  width_mm numeric(8, 2) not null check (width_mm between 20 and 30000),
  height_mm numeric(8, 2) not null check (height_mm between 20 and 30000),
  hardware jsonb not null,
  bagged_at timestamptz,
  returned_at timestamptz,
  version integer not null default 1,
  unique (shop_id, id),
  unique (job_id, id),
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade,
  foreign key (job_id, wall_id) references wall (job_id, id) on delete cascade
);
create unique index opening_tag on opening (job_id, lower(tag));

alter table piece add column opening_id uuid;
alter table piece add foreign key (job_id, opening_id) references opening (job_id, id)
  on delete set null (opening_id);
create index piece_opening on piece (opening_id);
