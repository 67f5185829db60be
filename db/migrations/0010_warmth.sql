-- Daily extremes of temperature at a site, from a file or from the school's weather station.
create table warmth_day (
  school_id uuid not null,
  site_id uuid not null,
  day date not null,
  min_celsius real not null check (min_celsius between -60 and 60),
  max_celsius real not null check (max_celsius between -60 and 60 and max_celsius >= min_celsius),
  -- the file's name, or the station's
  source text not null check (length(source) <= 120),
  primary key (school_id, site_id, day),
  foreign key (school_id, site_id) references site (school_id, id) on delete cascade
);
call keep_schools_apart('warmth_day');
grant select, insert, update, delete on warmth_day to good_trail_app;
