-- Plans and the log. Neither is ever changed: a new plan is a new row, a correction is a new entry.

create table plan (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  made_at timestamptz not null,
  member_id uuid,
  body jsonb not null,
  serial bigint generated always as identity,
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade
);
create index plan_latest on plan (job_id, serial desc);

create table log_entry (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  step_id uuid not null,
  side text not null check (side in ('all', 'front', 'back', 'edges')),
  action text not null check (action in ('do', 'flip', 'scuff', 'dust')),
  done_at timestamptz not null,
  coat jsonb,
  note text not null default '',
  corrects_id uuid references log_entry (id),
  is_withdrawal boolean not null default false,
  member_id uuid,
  member_name text not null,
  logged_at timestamptz not null,
  unique (shop_id, id),
  -- An entry is put right at most once; a second correction corrects the correction.
  unique (corrects_id),
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade,
  foreign key (shop_id, step_id) references step (shop_id, id),
  check (not is_withdrawal or corrects_id is not null)
);
create index log_entry_job on log_entry (job_id, done_at);

create table log_piece (
  entry_id uuid not null,
  shop_id uuid not null,
  piece_id uuid not null,
  position integer not null,
  primary key (entry_id, piece_id),
  foreign key (shop_id, entry_id) references log_entry (shop_id, id) on delete cascade,
  foreign key (shop_id, piece_id) references piece (shop_id, id)
);
create index log_piece_piece on log_piece (piece_id);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'the log is append-only: write a correction instead';
end;
$$;

create trigger log_entry_append_only before update on log_entry
  for each row execute function refuse_change();
create trigger log_piece_append_only before update on log_piece
  for each row execute function refuse_change();
-- Rows go only together with their whole job, never one by one.
create function refuse_single_delete() returns trigger language plpgsql as $$
begin
  if exists (select 1 from job where id = old.job_id) then
    raise exception 'the log is append-only: write a correction instead';
  end if;
  return old;
end;
$$;
create trigger log_entry_kept before delete on log_entry
  for each row execute function refuse_single_delete();
