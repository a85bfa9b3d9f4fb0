-- People: what they may do, how they get in, whether they still work here; their sessions, the shop's tablets, links for
-- clients, and the code that opens a new installation.

alter table member alter column sign_in drop not null;
alter table member alter column password_hash drop not null;
-- Until today everybody could do everything: nobody loses anything.
alter table member add column role text not null default 'owner' check (role in ('owner', 'planner', 'floor', 'reader'));
alter table member alter column role set default 'floor';
-- What a sign-in name is found and counted by, however it is spelled; written by the server.
alter table member add column sign_in_key text;
update member set sign_in_key = lower(normalize(sign_in, NFKC));
drop index member_sign_in;
create unique index member_sign_in_key on member (sign_in_key);
alter table member add constraint member_sign_in_whole check ((sign_in is null) = (sign_in_key is null));
alter table member add column pin_hash text;
alter table member add column pin_digits smallint check (pin_digits between 4 and 6);
alter table member add constraint member_pin_whole check ((pin_hash is null) = (pin_digits is null));
alter table member add column badge_hash bytea unique;
alter table member add column left_at timestamptz;

create table tablet (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  name text not null check (length(name) between 1 and 80),
  token_hash bytea not null unique,
  enrolled_by text not null,
  enrolled_at timestamptz not null,
  ended_at timestamptz,
  unique (shop_id, id)
);

alter table session add column id uuid not null default gen_random_uuid() unique;
alter table session add column seen_at timestamptz;
update session set seen_at = created_at;
alter table session alter column seen_at set not null;
-- Browser and address it was opened from, as its member sees it in the list.
alter table session add column browser text not null default '';
alter table session add column address text not null default '';
-- When the password was last given; null where a PIN or a badge opened it.
alter table session add column password_at timestamptz;
update session set password_at = created_at;
alter table session add column tablet_id uuid;
alter table session add foreign key (shop_id, tablet_id) references tablet (shop_id, id) on delete cascade;
create index session_member on session (member_id);

-- A link that lets a member set sign-in name and password, once.
create table invite (
  token_hash bytea primary key,
  shop_id uuid not null,
  member_id uuid not null unique,
  made_by text not null,
  made_at timestamptz not null,
  expires_at timestamptz not null,
  foreign key (shop_id, member_id) references member (shop_id, id) on delete cascade
);

-- What a client sees of their job without signing in.
create table client_link (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  token_hash bytea not null unique,
  made_by text not null,
  made_at timestamptz not null,
  expires_at timestamptz not null,
  ended_at timestamptz,
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade
);
create index client_link_job on client_link (job_id);

-- Printed at the start of a server that has no shop yet.
create table setup_code (
  code_hash bytea primary key,
  made_at timestamptz not null
);
