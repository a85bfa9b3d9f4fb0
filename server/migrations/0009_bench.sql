-- Cups of one's own, guns, and tools that are kept wet: what belongs to a bench.

create table bench_item (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  kind text not null check (kind in ('cup', 'gun', 'kept')),
  body jsonb not null,
  version integer not null default 1 check (version >= 1)
);
create index bench_item_shop on bench_item (shop_id, kind);

-- Thinner per unit of paint that the tins hold already, from leftovers that went back into them.
alter table product add column tin_fraction numeric(6, 5) not null default 0 check (tin_fraction >= 0);
