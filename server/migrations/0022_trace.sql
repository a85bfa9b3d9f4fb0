-- One soft door leads to all others that had the same mix, batch or day: looked up over all jobs of a shop.
create index log_entry_mix on log_entry (shop_id, (coalesce(coat ->> 'mixId', coat ->> 'potId'))) where coat is not null;
create index log_entry_product on log_entry (shop_id, (coat ->> 'productKey'), done_at) where coat is not null;
create index mix_batch on mix (shop_id, (body ->> 'productKey'), lower(body ->> 'batch'));
