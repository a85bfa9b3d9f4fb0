-- The log keeps what was done, says what was brought in with a file, and refers only to entries of its own job.

alter table log_entry disable trigger log_entry_append_only;

-- What the step said when it was logged; what stands there now is the best that is known of older entries.
alter table log_entry add column work jsonb;
update log_entry set work = jsonb_build_object(
    'stepName', step.body ->> 'name',
    'operation', step.body ->> 'operation',
    'leaves', step.body ->> 'leaves',
    'productKey', coalesce(log_entry.coat ->> 'productKey', step.body ->> 'productKey'),
    'supplyKey', step.body ->> 'supplyKey',
    'grit', step.body -> 'grit',
    'applicator', step.body ->> 'applicator',
    'gun', null,
    'thinning', step.body -> 'thinning',
    'wftUm', step.body -> 'wftUm',
    'place', step.body ->> 'place',
    'restMin', coalesce(step.body -> 'restMin', to_jsonb(0)))
  from step where step.shop_id = log_entry.shop_id and step.id = log_entry.step_id;

-- Entries that came with a job file: by whom and when. Null for what was logged here.
alter table log_entry add column imported_by text;
alter table log_entry add column imported_at timestamptz;
alter table log_entry add check ((imported_by is null) = (imported_at is null));

-- A correction refers to an entry of the same job. One that referred elsewhere came from a file and corrected nothing.
update log_entry as entry set corrects_id = null, is_withdrawal = false
  where corrects_id is not null and not exists (
    select 1 from log_entry as other
     where other.id = entry.corrects_id and other.shop_id = entry.shop_id and other.job_id = entry.job_id);
alter table log_entry enable trigger log_entry_append_only;
alter table log_entry add unique (shop_id, job_id, id);
alter table log_entry drop constraint log_entry_corrects_id_fkey;
alter table log_entry add foreign key (shop_id, job_id, corrects_id) references log_entry (shop_id, job_id, id);

-- Every reference carries the shop.
alter table zone add unique (shop_id, job_id, id);
alter table wall add unique (shop_id, job_id, id);
alter table opening add unique (shop_id, job_id, id);
alter table piece drop constraint piece_job_id_zone_id_fkey;
alter table piece add foreign key (shop_id, job_id, zone_id) references zone (shop_id, job_id, id);
alter table piece drop constraint piece_job_id_opening_id_fkey;
alter table piece add foreign key (shop_id, job_id, opening_id) references opening (shop_id, job_id, id)
  on delete set null (opening_id);
alter table opening drop constraint opening_job_id_wall_id_fkey;
alter table opening add foreign key (shop_id, job_id, wall_id) references wall (shop_id, job_id, id) on delete cascade;
alter table decision drop constraint decision_job_id_zone_id_fkey;
alter table decision add foreign key (shop_id, job_id, zone_id) references zone (shop_id, job_id, id) on delete cascade;
alter table photo drop constraint photo_job_id_zone_id_fkey;
alter table photo add foreign key (shop_id, job_id, zone_id) references zone (shop_id, job_id, id) on delete cascade;

-- A stop is overridden for one step with its values; older ones held for a whole rule, whatever came later, and say so no more.
alter table decision drop constraint decision_code_check;
alter table decision add check (length(code) between 1 and 160);
