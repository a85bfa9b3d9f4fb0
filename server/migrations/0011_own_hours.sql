-- Working hours of people who do not keep the shop's.

alter table member add column week jsonb;
