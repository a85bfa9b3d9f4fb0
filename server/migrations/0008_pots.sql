-- Pots from the first pour on. A pot is kept as a whole; its pours and readings are only ever added to.

create table pot (
  id uuid primary key,
  shop_id uuid not null references shop (id),
  body jsonb not null,
  revision integer not null check (revision >= 1),
  started_at timestamptz not null,
  emptied_at timestamptz
);
create index pot_shop on pot (shop_id, emptied_at nulls first, started_at desc);

-- What is in the tins, in mL; null where nobody has counted.
alter table product add column stock_ml numeric(10, 1) check (stock_ml >= 0);
