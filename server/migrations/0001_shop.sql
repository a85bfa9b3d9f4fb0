-- A shop, its people, their sessions, its products and its air.

create table shop (
  id uuid primary key,
  name text not null check (length(name) between 1 and 120),
  time_zone text not null,
  settings jsonb not null,
  version integer not null default 1
);

create table member (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  name text not null check (length(name) between 1 and 80),
  sign_in text not null check (length(sign_in) between 1 and 80),
  password_hash text not null,
  days_off date[] not null default '{}',
  position integer not null default 0,
  unique (shop_id, id)
);
create unique index member_sign_in on member (lower(sign_in));

create table session (
  token_hash bytea primary key,
  shop_id uuid not null,
  member_id uuid not null,
  csrf_token text not null,
  created_at timestamptz not null,
  expires_at timestamptz not null,
  foreign key (shop_id, member_id) references member (shop_id, id) on delete cascade
);

create table sign_in_attempt (
  who text not null,
  at timestamptz not null
);
create index sign_in_attempt_who on sign_in_attempt (who, at);

create table product (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  key text not null,
  sheet jsonb not null,
  version integer not null default 1,
  unique (shop_id, key)
);

create table climate_reading (
  shop_id uuid not null references shop (id),
  at timestamptz not null,
  air_c numeric(5, 2) not null check (air_c between -20 and 60),
  rh_pct numeric(5, 2) not null check (rh_pct between 1 and 100),
  source text not null check (source in ('station', 'typed', 'expected')),
  primary key (shop_id, at)
);
