-- The log is sealed: every entry, with its pieces, is a link in the chain of its shop. A link is the SHA-256 of the link before
-- it and of what the entry says, so that nothing can be changed, taken out or put in between without showing.

create table log_chain (
  shop_id uuid not null references shop (id),
  seq bigint not null,
  entry_id uuid not null unique,
  digest bytea not null,
  link bytea not null,
  primary key (shop_id, seq),
  foreign key (shop_id, entry_id) references log_entry (shop_id, id)
);

-- What an entry says, in one form: JSON with sorted keys, times in UTC to the microsecond, pieces in order.
create function log_entry_digest(wanted uuid) returns bytea language sql stable as $$
  select sha256(convert_to(jsonb_build_object(
      'form', 1,
      'id', entry.id,
      'shop', entry.shop_id,
      'job', entry.job_id,
      'step', entry.step_id,
      'side', entry.side,
      'action', entry.action,
      'doneAt', to_char(entry.done_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'),
      'coat', entry.coat,
      'note', entry.note,
      'corrects', entry.corrects_id,
      'isWithdrawal', entry.is_withdrawal,
      'member', entry.member_id,
      'memberName', entry.member_name,
      'loggedAt', to_char(entry.logged_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'),
      'work', entry.work,
      'importedBy', entry.imported_by,
      'importedAt', to_char(entry.imported_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'),
      'pieces', (select coalesce(jsonb_agg(piece_id order by position), '[]') from log_piece where entry_id = entry.id)
    )::text, 'UTF8'))
  from log_entry as entry where entry.id = wanted
$$;

-- Runs when the transaction commits: the pieces are there by then. With the rights of the owner, so that the server itself
-- needs none to write a link.
create function seal_log_entry() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
declare
  before record;
  content bytea;
begin
  perform pg_advisory_xact_lock(hashtext('log_chain'), hashtext(new.shop_id::text));
  select seq, link into before from log_chain where shop_id = new.shop_id order by seq desc limit 1;
  content := log_entry_digest(new.id);
  insert into log_chain (shop_id, seq, entry_id, digest, link)
  values (new.shop_id, coalesce(before.seq, 0) + 1, new.id, content, sha256(coalesce(before.link, ''::bytea) || content));
  return null;
end;
$$;

-- What was logged until today is sealed in the order in which it was written.
do $$
declare
  entry record;
  before record;
  content bytea;
begin
  for entry in select id, shop_id from log_entry order by shop_id, logged_at, id loop
    select seq, link into before from log_chain where shop_id = entry.shop_id order by seq desc limit 1;
    content := log_entry_digest(entry.id);
    insert into log_chain (shop_id, seq, entry_id, digest, link)
    values (entry.shop_id, coalesce(before.seq, 0) + 1, entry.id, content, sha256(coalesce(before.link, ''::bytea) || content));
  end loop;
end;
$$;

create constraint trigger log_entry_sealed after insert on log_entry deferrable initially deferred
  for each row execute function seal_log_entry();

-- No piece is added to an entry once it is sealed, and nothing is ever taken out, not even with its job: a job that has a log
-- is kept.
create function refuse_late_piece() returns trigger language plpgsql as $$
begin
  if exists (select 1 from log_chain where entry_id = new.entry_id) then
    raise exception 'the log is append-only: write a correction instead';
  end if;
  return new;
end;
$$;
create trigger log_piece_in_time before insert on log_piece
  for each row execute function refuse_late_piece();

drop trigger log_entry_kept on log_entry;
drop function refuse_single_delete();
create trigger log_entry_kept before delete on log_entry
  for each row execute function refuse_change();
create trigger log_piece_kept before delete on log_piece
  for each row execute function refuse_change();
create trigger log_chain_kept before update or delete on log_chain
  for each row execute function refuse_change();
create trigger log_entry_not_emptied before truncate on log_entry execute function refuse_change();
create trigger log_piece_not_emptied before truncate on log_piece execute function refuse_change();
create trigger log_chain_not_emptied before truncate on log_chain execute function refuse_change();
