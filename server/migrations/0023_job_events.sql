-- What happens to a job besides its work: ticks on the way to a handover, the handover, follow-ups, call-backs, readings.
-- Never changed: a later event takes back what was a mistake.
create table job_event (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  at timestamptz not null,
  what jsonb not null,
  member_id uuid,
  member_name text not null,
  logged_at timestamptz not null,
  serial bigint generated always as identity,
  unique (shop_id, id),
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade
);
create index job_event_job on job_event (job_id, serial);

alter table job drop constraint job_status_check;
alter table job add constraint job_status_check check (status in ('open', 'handed-over', 'closed'));

-- The call-back that a finding was made for.
alter table finding add column call_back_id uuid;
create index finding_call_back on finding (call_back_id) where call_back_id is not null;

-- Whether a piece leaves its load for a repair.
alter table finding_answer add column is_alone boolean not null default false;
