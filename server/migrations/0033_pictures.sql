-- Pictures lie in the data folder, each under the SHA-256 of what it holds. Those that are still here are moved when the server starts.
alter table photo alter column content drop not null;
alter table photo
  add column content_hash text check (content_hash ~ '^[0-9a-f]{64}$'),
  add column small_hash text check (small_hash ~ '^[0-9a-f]{64}$'),
  -- What was sent, before anything was taken out of it: the same picture sent again is known by it.
  add column sent_hash text check (sent_hash ~ '^[0-9a-f]{64}$'),
  add constraint photo_is_somewhere check (content is not null or content_hash is not null);
