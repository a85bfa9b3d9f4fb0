-- The client's room: its size, its air, and what is protected in it; null where nobody said anything of it.
alter table job add column room jsonb;

-- Each place of a shop has air of its own; `shop` is the shop itself. Outdoors there is weather besides.
alter table climate_reading add column place_id text not null default 'shop' check (length(place_id) between 1 and 36);
alter table climate_reading add column wind_ms numeric(4, 1) check (wind_ms between 0 and 60);
alter table climate_reading add column rain_mm_h numeric(5, 1) check (rain_mm_h between 0 and 200);
alter table climate_reading add column is_sunny boolean;
alter table climate_reading drop constraint climate_reading_pkey;
alter table climate_reading add primary key (shop_id, place_id, at);
