-- Tables and columns by the words that the product uses. Keys inside JSON follow right after this, shop by shop; only the sealed
-- log keeps the names under which it was written, and is read under those of today.

alter table pot rename to mix;
alter index pot_shop rename to mix_shop;
alter table mix rename constraint pot_pkey to mix_pkey;
alter table mix rename constraint pot_shop_id_fkey to mix_shop_id_fkey;

alter table own_system rename to custom_system;
alter table custom_system rename constraint own_system_pkey to custom_system_pkey;
alter table custom_system rename constraint own_system_shop_id_fkey to custom_system_shop_id_fkey;
alter table own_system_version rename to custom_system_version;
alter table custom_system_version rename constraint own_system_version_pkey to custom_system_version_pkey;
alter trigger own_system_version_append_only on custom_system_version rename to custom_system_version_append_only;

alter table job rename column practice to methods;
alter table job alter column methods set default '{"choices": {}, "reasons": {}}';
alter table job rename column turn to priority;
alter table zone rename column own_system to custom_system;
alter table piece rename column verdict to treatment;

update shop set is_said = false;
