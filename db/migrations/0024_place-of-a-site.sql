-- Where a site is, before anything stands on its map. Afterwards the middle of its map counts.
alter table site
  add column place_longitude double precision check (place_longitude between -180 and 180),
  add column place_latitude double precision check (place_latitude between -90 and 90),
  add constraint place_is_whole check ((place_longitude is null) = (place_latitude is null));
