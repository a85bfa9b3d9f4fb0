-- What is looked for by these, however much a shop has ever done.
create index log_entry_step on log_entry (step_id);
create index log_entry_pot on log_entry ((coat ->> 'potId')) where coat ->> 'potId' is not null;
create index piece_zone on piece (zone_id);
create index job_status on job (shop_id, status);
create index photo_piece on photo (piece_id);
create index opening_wall on opening (wall_id);
create index step_zone on step (zone_id, position);
create index zone_job on zone (job_id, position);
create index piece_job on piece (job_id, position);
create index wall_job on wall (job_id, position);

-- When a plan begins, when it is done and until when it holds a place: read without the plan. In minutes since 1970, as in the plan.
alter table plan
  add column starts_at bigint,
  add column completion bigint,
  add column ends_at bigint;

create function plan_span() returns trigger language plpgsql as $$
begin
  new.completion := (new.body ->> 'completion')::bigint;
  select min((op ->> 'start')::bigint), max(greatest((op ->> 'end')::bigint, (op ->> 'occupiedUntil')::bigint))
    into new.starts_at, new.ends_at
    from jsonb_array_elements(new.body -> 'ops') as op;
  return new;
end;
$$;
create trigger plan_span before insert on plan for each row execute function plan_span();

update plan
   set completion = (body ->> 'completion')::bigint,
       starts_at = span.starts_at,
       ends_at = span.ends_at
  from (select plan.id,
               min((op ->> 'start')::bigint) as starts_at,
               max(greatest((op ->> 'end')::bigint, (op ->> 'occupiedUntil')::bigint)) as ends_at
          from plan, jsonb_array_elements(plan.body -> 'ops') as op
         group by plan.id) as span
 where span.id = plan.id;
