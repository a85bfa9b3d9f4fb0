-- What the program wrote is kept by code, and put into words when it is read. Shops of before have words in their rows: they
-- are taken apart once, right after this.
alter table shop add column is_said boolean not null default false;
alter table shop alter column is_said set default true;
