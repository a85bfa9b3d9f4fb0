-- Compressors, sanders, respirators and whatever else is looked after stand in the register beside guns and cups.
alter table bench_item drop constraint bench_item_kind_check;
alter table bench_item add constraint bench_item_kind_check check (kind in ('cup', 'gun', 'kept', 'gear'));
