-- A step may be left out for some pieces for a reason: a loop that is good enough, a film that is smooth already.
alter table log_entry drop constraint log_entry_action_check;
alter table log_entry add constraint log_entry_action_check check (action in ('do', 'flip', 'scuff', 'dust', 'skip'));
