-- A sequence that somebody changed by hand is not unfolded over without being asked.

alter table zone add column is_edited boolean not null default false;
