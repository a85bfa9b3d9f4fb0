-- What a job is known by: a revision that is another one as soon as anything of the job is, and what it has, counted as it comes.
-- Written by triggers only.
create table job_count (
  job_id uuid primary key references job (id) on delete cascade,
  revision uuid not null default gen_random_uuid(),
  -- Another one as soon as anything but the log is: what is logged most often leaves the rest as it is.
  rest uuid not null default gen_random_uuid(),
  zones integer not null default 0,
  zones_without_system integer not null default 0,
  pieces integer not null default 0,
  entries integer not null default 0
);

insert into job_count (job_id, zones, zones_without_system, pieces, entries)
select id,
       (select count(*) from zone where zone.job_id = job.id),
       (select count(*) from zone where zone.job_id = job.id and system_id is null),
       (select count(*) from piece where piece.job_id = job.id),
       (select count(*) from log_entry where log_entry.job_id = job.id)
  from job;

-- The head of a job is held first, by whoever changes anything of it: two that change several things at once cannot wait for each other.
create function touch_jobs(ids uuid[]) returns void language plpgsql as $$
begin
  perform 1 from job where id = any(ids) order by id for no key update;
  update job_count set revision = gen_random_uuid(), rest = gen_random_uuid() where job_id = any(ids);
end;
$$;

create function job_is_counted() returns trigger language plpgsql as $$
begin
  insert into job_count (job_id) select id from new_rows;
  return null;
end;
$$;
create trigger job_is_counted after insert on job referencing new table as new_rows
  for each statement execute function job_is_counted();

create function job_is_touched() returns trigger language plpgsql as $$
declare
  ids uuid[];
begin
  select array_agg(id) into ids from new_rows;
  if ids is not null then perform touch_jobs(ids); end if;
  return null;
end;
$$;
create trigger job_is_touched after update on job referencing new table as new_rows
  for each statement execute function job_is_touched();

-- Of a table whose rows name their job; zones and pieces are counted again, entries only ever come.
create function rows_touch_jobs() returns trigger language plpgsql as $$
declare
  ids uuid[];
begin
  if tg_op = 'DELETE' then
    select array_agg(distinct job_id) into ids from old_rows;
  else
    select array_agg(distinct job_id) into ids from new_rows;
  end if;
  if ids is null then return null; end if;
  if tg_table_name = 'log_entry' then
    perform 1 from job where id = any(ids) order by id for no key update;
    update job_count set revision = gen_random_uuid(), entries = job_count.entries + added.entries
      from (select job_id, count(*) as entries from new_rows group by job_id) as added
     where added.job_id = job_count.job_id;
    return null;
  end if;
  perform touch_jobs(ids);
  if tg_table_name = 'zone' then
    update job_count
       set zones = (select count(*) from zone where zone.job_id = job_count.job_id),
           zones_without_system = (select count(*) from zone where zone.job_id = job_count.job_id and system_id is null)
     where job_id = any(ids);
  elsif tg_table_name = 'piece' and tg_op <> 'UPDATE' then
    update job_count set pieces = (select count(*) from piece where piece.job_id = job_count.job_id) where job_id = any(ids);
  end if;
  return null;
end;
$$;

create function steps_touch_jobs() returns trigger language plpgsql as $$
declare
  ids uuid[];
begin
  if tg_op = 'DELETE' then
    select array_agg(distinct zone.job_id) into ids from old_rows join zone on zone.id = old_rows.zone_id;
  else
    select array_agg(distinct zone.job_id) into ids from new_rows join zone on zone.id = new_rows.zone_id;
  end if;
  if ids is not null then perform touch_jobs(ids); end if;
  return null;
end;
$$;

create function answers_touch_jobs() returns trigger language plpgsql as $$
declare
  ids uuid[];
begin
  if tg_op = 'DELETE' then
    select array_agg(distinct finding.job_id) into ids from old_rows join finding on finding.id = old_rows.finding_id;
  else
    select array_agg(distinct finding.job_id) into ids from new_rows join finding on finding.id = new_rows.finding_id;
  end if;
  if ids is not null then perform touch_jobs(ids); end if;
  return null;
end;
$$;

do $$
declare
  named text;
  touching text;
begin
  foreach named in array array['zone', 'piece', 'wall', 'opening', 'photo', 'decision', 'plan', 'log_entry', 'finding',
                               'job_event', 'step', 'finding_answer']
  loop
    touching := case named when 'step' then 'steps_touch_jobs' when 'finding_answer' then 'answers_touch_jobs'
                           else 'rows_touch_jobs' end;
    execute format('create trigger touch_inserted after insert on %I referencing new table as new_rows
                    for each statement execute function %I()', named, touching);
    if named <> 'log_entry' then
      execute format('create trigger touch_updated after update on %I referencing new table as new_rows
                      for each statement execute function %I()', named, touching);
      execute format('create trigger touch_deleted after delete on %I referencing old table as old_rows
                      for each statement execute function %I()', named, touching);
    end if;
  end loop;
end;
$$;
