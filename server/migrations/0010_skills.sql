-- What each person may be given to do.

alter table member add column skills text[] not null default '{prep,brush,spray}'
  check (skills <@ array['prep', 'brush', 'spray']);
