-- What a member thinks in, where it is not what the shop does; null follows the shop.
alter table member add column units jsonb;
